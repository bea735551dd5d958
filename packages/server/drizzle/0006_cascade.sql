PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_edits` (
	`edit_id` text PRIMARY KEY NOT NULL,
	`sheet_id` text NOT NULL,
	`revision` integer NOT NULL,
	`at` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`sheet_id`) REFERENCES `sheets`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
INSERT INTO `__new_edits`("edit_id", "sheet_id", "revision", "at") SELECT "edit_id", "sheet_id", "revision", "at" FROM `edits`;--> statement-breakpoint
DROP TABLE `edits`;--> statement-breakpoint
ALTER TABLE `__new_edits` RENAME TO `edits`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `edits_by_sheet` ON `edits` (`sheet_id`);