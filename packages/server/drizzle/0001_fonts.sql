CREATE TABLE `fonts` (
	`sha256` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`bytes` integer NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE `send_outs` ADD `others` text DEFAULT '{}' NOT NULL;