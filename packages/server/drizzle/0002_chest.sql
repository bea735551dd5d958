CREATE TABLE `ramps` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`stops` text NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE `assets` ADD `mean` real;--> statement-breakpoint
ALTER TABLE `assets` ADD `spread` real;--> statement-breakpoint
ALTER TABLE `assets` ADD `directional` integer;--> statement-breakpoint
ALTER TABLE `assets` ADD `tileable` integer;--> statement-breakpoint
ALTER TABLE `job_assets` ADD `drawer` text DEFAULT 'picture' NOT NULL;--> statement-breakpoint
ALTER TABLE `job_assets` ADD `tags` text DEFAULT '[]' NOT NULL;