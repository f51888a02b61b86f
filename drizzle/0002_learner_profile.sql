ALTER TABLE `learners` ADD `largest_left_semitones` integer;--> statement-breakpoint
ALTER TABLE `learners` ADD `largest_right_semitones` integer;--> statement-breakpoint
ALTER TABLE `learners` ADD `keyboard_lowest` integer DEFAULT 21 NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `keyboard_highest` integer DEFAULT 108 NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `keyboard_transpose_semitones` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `pedal` text DEFAULT 'yes' NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `voice_lowest` integer;--> statement-breakpoint
ALTER TABLE `learners` ADD `voice_highest` integer;--> statement-breakpoint
ALTER TABLE `learners` ADD `voice_comfort_lowest` integer;--> statement-breakpoint
ALTER TABLE `learners` ADD `voice_comfort_highest` integer;--> statement-breakpoint
ALTER TABLE `learners` ADD `fingering_style` text DEFAULT 'smooth' NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `finger_names` text DEFAULT 'numbers' NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `reads_json` text DEFAULT '["treble","bass"]' NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `known_keys` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `learners` ADD `known_chords` text DEFAULT '' NOT NULL;