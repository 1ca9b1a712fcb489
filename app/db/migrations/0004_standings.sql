CREATE TABLE `standings` (
	`piece_id` text PRIMARY KEY NOT NULL,
	`of` text NOT NULL,
	`seq` integer NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE no action
);
