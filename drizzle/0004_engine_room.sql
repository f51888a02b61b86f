CREATE TABLE `engraved_lines` (
	`subject` text NOT NULL,
	`page_width` integer NOT NULL,
	`fingerprint` text NOT NULL,
	`lines` blob NOT NULL,
	`at_ms` integer NOT NULL,
	PRIMARY KEY(`subject`, `page_width`)
);
--> statement-breakpoint
CREATE INDEX `engraved_lines_by_time` ON `engraved_lines` (`at_ms`);--> statement-breakpoint
CREATE INDEX `assignments_edition` ON `assignments` (`edition_id`);--> statement-breakpoint
CREATE INDEX `editions_held` ON `editions` (`arrangement_id`,`number`,`fingerprint`,`id`);