CREATE TABLE `send_presets` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`choice` text NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE `send_outs` ADD `options` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `send_outs` ADD `ink` text;--> statement-breakpoint
ALTER TABLE `send_outs` ADD `crop` text;--> statement-breakpoint
ALTER TABLE `send_outs` ADD `file_name` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `send_outs` ADD `sha256` text;--> statement-breakpoint
ALTER TABLE `send_outs` ADD `picture` blob;--> statement-breakpoint
ALTER TABLE `send_outs` ADD `note` text;--> statement-breakpoint
UPDATE `send_outs` SET `format` = 'png', `options` = '{"ground":"on stock","pixels":"colours","size":"print size"}' WHERE `format` = 'png-on-stock';