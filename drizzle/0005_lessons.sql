CREATE TABLE `goals` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`assignment_id` text NOT NULL,
	`on_day` integer NOT NULL,
	`target_bpm` integer NOT NULL,
	`is_from_memory` integer NOT NULL,
	`event` text DEFAULT '' NOT NULL,
	`position` integer DEFAULT 0 NOT NULL,
	`created_at_ms` integer NOT NULL,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`assignment_id`) REFERENCES `assignments`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `goals_learner` ON `goals` (`learner_id`);--> statement-breakpoint
CREATE INDEX `goals_day` ON `goals` (`on_day`);--> statement-breakpoint
CREATE TABLE `lesson_exceptions` (
	`slot_id` text NOT NULL,
	`day` integer NOT NULL,
	`moved_to_day` integer,
	`moved_to_minute` integer,
	PRIMARY KEY(`slot_id`, `day`),
	FOREIGN KEY (`slot_id`) REFERENCES `lesson_slots`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `lesson_learners` (
	`lesson_id` text NOT NULL,
	`learner_id` text NOT NULL,
	PRIMARY KEY(`lesson_id`, `learner_id`),
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `lesson_learners_learner` ON `lesson_learners` (`learner_id`);--> statement-breakpoint
CREATE TABLE `lesson_slot_learners` (
	`slot_id` text NOT NULL,
	`learner_id` text NOT NULL,
	PRIMARY KEY(`slot_id`, `learner_id`),
	FOREIGN KEY (`slot_id`) REFERENCES `lesson_slots`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `lesson_slots` (
	`id` text PRIMARY KEY NOT NULL,
	`weekday` integer NOT NULL,
	`minute_of_day` integer NOT NULL,
	`length_minutes` integer NOT NULL,
	`from_day` integer NOT NULL,
	`until_day` integer
);
--> statement-breakpoint
CREATE TABLE `lessons` (
	`id` text PRIMARY KEY NOT NULL,
	`slot_id` text,
	`on_day` integer NOT NULL,
	`length_minutes` integer NOT NULL,
	`started_at_ms` integer NOT NULL,
	`ended_at_ms` integer,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`slot_id`) REFERENCES `lesson_slots`(`id`) ON UPDATE no action ON DELETE set null
);
--> statement-breakpoint
CREATE INDEX `lessons_day` ON `lessons` (`on_day`);--> statement-breakpoint
CREATE TABLE `practice_settings` (
	`id` integer PRIMARY KEY NOT NULL,
	`value_json` text NOT NULL,
	`updated_at_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `tasks` (
	`id` text PRIMARY KEY NOT NULL,
	`lesson_id` text NOT NULL,
	`learner_id` text NOT NULL,
	`assignment_id` text,
	`section_id` text,
	`what` text NOT NULL,
	`stage` text NOT NULL,
	`tempo_bpm` integer,
	`minutes` integer NOT NULL,
	`sentence` text NOT NULL,
	`position` integer NOT NULL,
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`assignment_id`) REFERENCES `assignments`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `tasks_lesson` ON `tasks` (`lesson_id`);--> statement-breakpoint
CREATE INDEX `tasks_learner` ON `tasks` (`learner_id`);--> statement-breakpoint
ALTER TABLE `editions` ADD `makeup_json` text;--> statement-breakpoint
ALTER TABLE `learners` ADD `minutes_a_day` integer DEFAULT 20 NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `days_a_week` integer DEFAULT 5 NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `first_hand` text DEFAULT 'right' NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `max_bpm` integer;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `clean_runs` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `failed_runs` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `minutes` integer;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `marked_by` text DEFAULT 'teacher' NOT NULL;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `lesson_id` text REFERENCES lessons(id);--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `trouble_from` integer;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `trouble_to` integer;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `trouble_kind` text;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `trouble_hand` text;--> statement-breakpoint
ALTER TABLE `practice_entries` ADD `received_at_ms` integer;