CREATE INDEX `edits_by_sheet` ON `edits` (`sheet_id`);--> statement-breakpoint
CREATE INDEX `job_assets_by_picture` ON `job_assets` (`sha256`);--> statement-breakpoint
CREATE INDEX `send_outs_by_job` ON `send_outs` (`job_id`);