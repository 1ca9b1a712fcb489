-- What is older than this column is of version 5.
ALTER TABLE `events` ADD `version` integer DEFAULT 5 NOT NULL;--> statement-breakpoint
ALTER TABLE `revisions` ADD `version` integer DEFAULT 5 NOT NULL;