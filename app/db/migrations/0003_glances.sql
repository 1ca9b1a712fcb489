CREATE TABLE `glances` (
	`piece_id` text PRIMARY KEY NOT NULL,
	`of` text NOT NULL,
	`summary` text NOT NULL,
	`strip` text NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE no action
);
