/**
 * An archive: a zip of piece and pattern files, with a list of them under which id each lay on the bench, so that it can
 * lie there again. What is damaged comes along as it is stored.
 */
import { z } from 'zod';

export const ARCHIVE_FORMAT = 'gritch-archive';
export const ARCHIVE_VERSION = 1;
export const MANIFEST = 'archive.json';
/** Bytes of a zip, and files in it, at the most. */
export const MOST_ARCHIVE = 60_000_000;
export const MOST_FILES = 5000;

const listed = z.strictObject({
  file: z.string().min(1).max(300),
  id: z.string().regex(/^[0-9a-zA-Z-]{8,64}$/),
});
export const manifestSchema = z.object({
  format: z.literal(ARCHIVE_FORMAT),
  version: z.int().positive(),
  pieces: z.array(listed).max(MOST_FILES),
  patterns: z.array(listed).max(MOST_FILES),
  /** Files that only a person can make something of. */
  damaged: z.array(z.string()).max(MOST_FILES),
});
export type Manifest = z.infer<typeof manifestSchema>;
export type Listed = Manifest['pieces'][number];
