CREATE TABLE `patterns` (
	`id` text PRIMARY KEY NOT NULL,
	`knitter_id` text NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`created_at` text NOT NULL,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`knitter_id`) REFERENCES `knitters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `patterns_by_knitter` ON `patterns` (`knitter_id`,`name`);