CREATE TABLE `messages` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`to` text NOT NULL,
	`subject` text NOT NULL,
	`eml` blob NOT NULL,
	`created_at_ms` integer NOT NULL,
	`sent_at_ms` integer,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `messages_learner` ON `messages` (`learner_id`);--> statement-breakpoint
CREATE TABLE `requests` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`title` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`state` text NOT NULL,
	`piece_id` text,
	`created_at_ms` integer NOT NULL,
	`changed_at_ms` integer NOT NULL,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE set null
);
--> statement-breakpoint
CREATE INDEX `requests_learner` ON `requests` (`learner_id`);--> statement-breakpoint
CREATE TABLE `takes` (
	`id` text PRIMARY KEY NOT NULL,
	`edition_id` text NOT NULL,
	`section_id` text NOT NULL,
	`learner_id` text,
	`hand` text,
	`midi` blob NOT NULL,
	`heard` text NOT NULL,
	`created_at_ms` integer NOT NULL,
	FOREIGN KEY (`edition_id`) REFERENCES `editions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `takes_edition` ON `takes` (`edition_id`);--> statement-breakpoint
CREATE INDEX `takes_learner` ON `takes` (`learner_id`);--> statement-breakpoint
ALTER TABLE `housekeeping` ADD `mail_server` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `housekeeping` ADD `mail_from` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `shows_note_names` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `reads_large` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `sheets_json` text;--> statement-breakpoint
ALTER TABLE `pieces` ADD `recording_url` text DEFAULT '' NOT NULL;