CREATE TABLE `arrangement_history` (
	`arrangement_id` text NOT NULL,
	`revision` integer NOT NULL,
	`idempotency_key` text NOT NULL,
	`step_json` text NOT NULL,
	`at_ms` integer NOT NULL,
	PRIMARY KEY(`arrangement_id`, `revision`),
	FOREIGN KEY (`arrangement_id`) REFERENCES `arrangements`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `arrangement_history_key` ON `arrangement_history` (`arrangement_id`,`idempotency_key`);--> statement-breakpoint
CREATE TABLE `arrangements` (
	`id` text PRIMARY KEY NOT NULL,
	`piece_id` text NOT NULL,
	`source_revision` integer NOT NULL,
	`name` text NOT NULL,
	`document_json` text NOT NULL,
	`revision` integer NOT NULL,
	`created_at_ms` integer NOT NULL,
	`updated_at_ms` integer NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `assignments` (
	`id` text PRIMARY KEY NOT NULL,
	`edition_id` text NOT NULL,
	`learner_id` text NOT NULL,
	`assigned_at_ms` integer NOT NULL,
	FOREIGN KEY (`edition_id`) REFERENCES `editions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `assignments_once` ON `assignments` (`edition_id`,`learner_id`);--> statement-breakpoint
CREATE TABLE `editions` (
	`id` text PRIMARY KEY NOT NULL,
	`arrangement_id` text NOT NULL,
	`number` integer NOT NULL,
	`arrangement_revision` integer NOT NULL,
	`frozen_json` text NOT NULL,
	`created_at_ms` integer NOT NULL,
	FOREIGN KEY (`arrangement_id`) REFERENCES `arrangements`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `editions_number` ON `editions` (`arrangement_id`,`number`);--> statement-breakpoint
CREATE TABLE `learners` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`birth_year` integer,
	`span_left_semitones` integer NOT NULL,
	`span_right_semitones` integer NOT NULL,
	`rung` integer NOT NULL,
	`counting_style` text NOT NULL,
	`notes` text NOT NULL,
	`created_at_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `pieces` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`composer` text NOT NULL,
	`rights_note` text NOT NULL,
	`file_name` text NOT NULL,
	`file_bytes` blob NOT NULL,
	`source_revision` integer NOT NULL,
	`imported_at_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `practice_entries` (
	`id` text PRIMARY KEY NOT NULL,
	`assignment_id` text NOT NULL,
	`section_id` text NOT NULL,
	`stage` text NOT NULL,
	`kind` text NOT NULL,
	`tempo_bpm` integer,
	`on_day` integer NOT NULL,
	`corrects_id` text,
	`created_at_ms` integer NOT NULL,
	FOREIGN KEY (`assignment_id`) REFERENCES `assignments`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `practice_entries_assignment` ON `practice_entries` (`assignment_id`);--> statement-breakpoint
CREATE TABLE `source_revisions` (
	`piece_id` text NOT NULL,
	`revision` integer NOT NULL,
	`step_json` text,
	`score_json` text NOT NULL,
	`warnings_json` text NOT NULL,
	`created_at_ms` integer NOT NULL,
	PRIMARY KEY(`piece_id`, `revision`),
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE no action
);
