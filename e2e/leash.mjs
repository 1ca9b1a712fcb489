/** Loaded before a server that a test starts: it ends when the process that started it has gone. */
process.on('disconnect', () => process.exit(1));
process.channel?.unref();
