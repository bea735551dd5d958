CREATE TABLE `sheet_pictures` (
	`sheet_id` text PRIMARY KEY NOT NULL,
	`revision` integer NOT NULL,
	`webp` blob NOT NULL,
	FOREIGN KEY (`sheet_id`) REFERENCES `sheets`(`id`) ON UPDATE no action ON DELETE cascade
);
