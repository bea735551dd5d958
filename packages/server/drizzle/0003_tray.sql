CREATE TABLE `facts` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `edits` ADD `at` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `fonts` ADD `removed_at` integer;--> statement-breakpoint
ALTER TABLE `job_assets` ADD `removed_at` integer;--> statement-breakpoint
ALTER TABLE `jobs` ADD `removed_at` integer;--> statement-breakpoint
ALTER TABLE `send_outs` ADD `removed_at` integer;--> statement-breakpoint
ALTER TABLE `sheets` ADD `removed_at` integer;