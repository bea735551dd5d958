CREATE TABLE `assets` (
	`sha256` text PRIMARY KEY NOT NULL,
	`format` text NOT NULL,
	`bytes` integer NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`channels` integer NOT NULL,
	`depth` integer NOT NULL,
	`levels` integer NOT NULL,
	`ppi` integer,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `edits` (
	`edit_id` text PRIMARY KEY NOT NULL,
	`sheet_id` text NOT NULL,
	`revision` integer NOT NULL,
	FOREIGN KEY (`sheet_id`) REFERENCES `sheets`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `job_assets` (
	`job_id` text NOT NULL,
	`sha256` text NOT NULL,
	`name` text NOT NULL,
	`added_at` integer NOT NULL,
	PRIMARY KEY(`job_id`, `sha256`),
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`sha256`) REFERENCES `assets`(`sha256`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`created_at` integer NOT NULL,
	`opened_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `send_outs` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`sheet_id` text NOT NULL,
	`sheet_name` text NOT NULL,
	`format` text NOT NULL,
	`document` text NOT NULL,
	`build` text NOT NULL,
	`device_ppi` integer NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`state` text NOT NULL,
	`attempts` integer NOT NULL,
	`bytes` integer,
	`error` text,
	`created_at` integer NOT NULL,
	`finished_at` integer,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`sheet_id`) REFERENCES `sheets`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `send_outs_by_state` ON `send_outs` (`state`);--> statement-breakpoint
CREATE TABLE `sheets` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`name` text NOT NULL,
	`revision` integer NOT NULL,
	`document` text NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `sheets_by_job` ON `sheets` (`job_id`);