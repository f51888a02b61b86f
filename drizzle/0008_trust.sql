CREATE TABLE `access` (
	`id` integer PRIMARY KEY NOT NULL,
	`salt` text NOT NULL,
	`hash` text NOT NULL,
	`set_at_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `deletions` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`subject_id` text NOT NULL,
	`label` text NOT NULL,
	`what` text NOT NULL,
	`at_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `housekeeping` (
	`id` integer PRIMARY KEY NOT NULL,
	`backups_kept` integer NOT NULL,
	`is_on_network` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `log_imports` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`file_name` text NOT NULL,
	`file_hash` text NOT NULL,
	`entries` integer NOT NULL,
	`at_ms` integer NOT NULL,
	`deletion_id` text,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`deletion_id`) REFERENCES `deletions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`started_at_ms` integer NOT NULL,
	`seen_at_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `share_links` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`token_hash` text NOT NULL,
	`nickname` text NOT NULL,
	`may_mark` integer NOT NULL,
	`created_at_ms` integer NOT NULL,
	`expires_at_ms` integer NOT NULL,
	`withdrawn_at_ms` integer,
	`opened_at_ms` integer,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `share_links_token_hash_unique` ON `share_links` (`token_hash`);--> statement-breakpoint
CREATE INDEX `share_links_learner` ON `share_links` (`learner_id`);--> statement-breakpoint
ALTER TABLE `arrangements` ADD `archived_at_ms` integer;--> statement-breakpoint
ALTER TABLE `arrangements` ADD `deletion_id` text REFERENCES deletions(id);--> statement-breakpoint
ALTER TABLE `editions` ADD `name` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `editions` ADD `archived_at_ms` integer;--> statement-breakpoint
ALTER TABLE `editions` ADD `deletion_id` text REFERENCES deletions(id);--> statement-breakpoint
ALTER TABLE `learners` ADD `archived_at_ms` integer;--> statement-breakpoint
ALTER TABLE `learners` ADD `deletion_id` text REFERENCES deletions(id);--> statement-breakpoint
ALTER TABLE `lessons` ADD `name` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `lessons` ADD `deletion_id` text REFERENCES deletions(id);--> statement-breakpoint
ALTER TABLE `pieces` ADD `file_hash` text;--> statement-breakpoint
ALTER TABLE `pieces` ADD `archived_at_ms` integer;--> statement-breakpoint
ALTER TABLE `pieces` ADD `deletion_id` text REFERENCES deletions(id);--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `import_id` text REFERENCES log_imports(id);