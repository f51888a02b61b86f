CREATE TABLE `prints` (
	`asked` text PRIMARY KEY NOT NULL,
	`fingerprint` text NOT NULL,
	`at_ms` integer NOT NULL
);
--> statement-breakpoint
DROP INDEX `assignments_once`;--> statement-breakpoint
ALTER TABLE `assignments` ADD `follows_id` text;--> statement-breakpoint
ALTER TABLE `assignments` ADD `retired_at_ms` integer;--> statement-breakpoint
ALTER TABLE `assignments` ADD `changes_json` text;--> statement-breakpoint
CREATE UNIQUE INDEX `assignments_standing` ON `assignments` (`edition_id`,`learner_id`) WHERE retired_at_ms is null;--> statement-breakpoint
CREATE INDEX `assignments_learner` ON `assignments` (`learner_id`);--> statement-breakpoint
ALTER TABLE `editions` ADD `fingerprint` text;--> statement-breakpoint
ALTER TABLE `editions` ADD `sections_json` text;--> statement-breakpoint
ALTER TABLE `source_revisions` ADD `summary_json` text;--> statement-breakpoint
CREATE INDEX `arrangements_piece` ON `arrangements` (`piece_id`);--> statement-breakpoint
CREATE INDEX `arrangements_updated` ON `arrangements` (`updated_at_ms`);