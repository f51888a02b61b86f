CREATE TABLE `studio_settings` (
	`subject` text PRIMARY KEY NOT NULL,
	`value_json` text NOT NULL,
	`updated_at_ms` integer NOT NULL
);
