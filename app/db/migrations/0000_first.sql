CREATE TABLE `events` (
	`piece_id` text NOT NULL,
	`seq` integer NOT NULL,
	`knitter_id` text NOT NULL,
	`id` text NOT NULL,
	`body` text NOT NULL,
	`received_at` text NOT NULL,
	PRIMARY KEY(`piece_id`, `seq`),
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`knitter_id`) REFERENCES `knitters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `events_by_id` ON `events` (`id`);--> statement-breakpoint
CREATE TABLE `knitters` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`settings` text NOT NULL,
	`created_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `pieces` (
	`id` text PRIMARY KEY NOT NULL,
	`knitter_id` text NOT NULL,
	`name` text NOT NULL,
	`yarn` text NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`knitter_id`) REFERENCES `knitters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `pieces_by_knitter` ON `pieces` (`knitter_id`,`created_at`);--> statement-breakpoint
CREATE TABLE `revisions` (
	`piece_id` text NOT NULL,
	`number` integer NOT NULL,
	`knitter_id` text NOT NULL,
	`plan` text NOT NULL,
	`draft` text NOT NULL,
	`created_at` text NOT NULL,
	PRIMARY KEY(`piece_id`, `number`),
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`knitter_id`) REFERENCES `knitters`(`id`) ON UPDATE no action ON DELETE no action
);
