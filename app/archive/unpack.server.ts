/**
 * An archive back on the bench: each piece and pattern whole or not at all, under the id it had, unless that is taken by
 * another story. What lies there already is left alone; what cannot be read is named.
 */
import { setImmediate as turn } from 'node:timers/promises';
import { strFromU8, unzipSync } from 'fflate';
import { v7 as uuid } from 'uuid';
import { MOST_PIECE_FILE } from '@core/formats/limits';
import { isTooNested } from '@core/formats/nesting';
import { readPattern } from '@core/formats/pattern';
import { readPiece } from '@core/formats/piece';
import { findPattern, layPattern } from '~/db/patterns.server';
import { importPiece, journalAt } from '~/db/pieces.server';
import type { Asking } from '~/knitter/asking.server';
import { formatWords } from '~/messages/formats';
import { pieceFileWords } from '~/messages/piece-file';
import type { ArchiveProblem } from './problem';
import {
  ARCHIVE_VERSION,
  MANIFEST,
  manifestSchema,
  MOST_FILES,
  type Listed,
  type Manifest,
} from './manifest';

export type Unpacked = {
  /** Names of what lies on the bench now and did not before. */
  readonly pieces: readonly string[];
  readonly patterns: readonly string[];
  /** Names of what lay there already, or lies in the bin. */
  readonly here: readonly string[];
  readonly refused: readonly { readonly file: string; readonly why: string }[];
  /** Damaged things that came along in the archive and stay there. */
  readonly damaged: readonly string[];
};
type Zipped = { readonly bytes: Uint8Array; readonly sizes: ReadonlyMap<string, number> };

function sizesIn(bytes: Uint8Array): Map<string, number> | null {
  const sizes = new Map<string, number>();
  try {
    unzipSync(bytes, { filter: ({ name, originalSize }) => (sizes.set(name, originalSize), false) });
    return sizes;
  } catch {
    return null;
  }
}

/** A file's text; null if it is not there, too large, or not what the zip says it is. */
function textIn({ bytes, sizes }: Zipped, name: string): string | null {
  const size = sizes.get(name);
  if (size === undefined || size > MOST_PIECE_FILE) return null;
  try {
    const file = unzipSync(bytes, { filter: (one) => one.name === name })[name];
    return file ? strFromU8(file) : null;
  } catch {
    return null;
  }
}

function manifestIn(zipped: Zipped): Manifest | ArchiveProblem {
  const text = textIn(zipped, MANIFEST);
  if (text === null || isTooNested(text.length, (at) => text.charCodeAt(at))) return { code: 'no-list' };
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return { code: 'no-list' };
  }
  const { version } = (data ?? {}) as { version?: unknown };
  if (typeof version === 'number' && version > ARCHIVE_VERSION) return { code: 'newer-archive', version };
  const parsed = manifestSchema.safeParse(data);
  return parsed.success ? parsed.data : { code: 'no-list' };
}

type Taken = { readonly took: string } | { readonly here: string } | { readonly why: string };
const UNLISTED = 'It is in the archive, but not in its list. Unpack it and open it by itself.';
const UNREADABLE = 'It is not in the archive whole. Save the archive anew.';

async function takePiece({ db, knitterId }: Asking, text: string, id: string): Promise<Taken> {
  const read = readPiece(text);
  if (!read.ok) return { why: pieceFileWords(read.error) };
  const piece = read.value;
  const before = await journalAt(db, id);
  const same =
    before !== null &&
    before.length === piece.journal.length &&
    before.every((entry, i) => entry === piece.journal[i]?.id);
  if (same) return { here: piece.name };
  await importPiece(db, knitterId, piece, before === null ? id : undefined);
  return { took: piece.name };
}

async function takePattern({ db, knitterId }: Asking, text: string, id: string): Promise<Taken> {
  const read = readPattern(text);
  if (!read.ok) return { why: formatWords(read.error) };
  const before = await findPattern(db, knitterId, id);
  if (before !== null && before !== 'damaged' && JSON.stringify(before) === JSON.stringify(read.value))
    return { here: read.value.name };
  await layPattern(db, knitterId, read.value, before === null ? id : uuid());
  return { took: read.value.name };
}

export async function unpackEverything(
  asking: Asking,
  bytes: Uint8Array,
): Promise<Unpacked | ArchiveProblem> {
  const sizes = sizesIn(bytes);
  if (!sizes) return { code: 'not-a-zip' };
  if (sizes.size > 3 * MOST_FILES) return { code: 'too-many-files', most: 3 * MOST_FILES };
  const zipped = { bytes, sizes };
  const manifest = manifestIn(zipped);
  if ('code' in manifest) return manifest;
  const here: string[] = [];
  const refused: { file: string; why: string }[] = [];
  const takeAll = async (list: readonly Listed[], take: (text: string, id: string) => Promise<Taken>) => {
    const took: string[] = [];
    for (const { file, id } of list) {
      await turn();
      const text = textIn(zipped, file);
      const taken = text === null ? { why: UNREADABLE } : await take(text, id);
      if ('took' in taken) took.push(taken.took);
      else if ('here' in taken) here.push(taken.here);
      else refused.push({ file, why: taken.why });
    }
    return took;
  };
  const patterns = await takeAll(manifest.patterns, (text, id) => takePattern(asking, text, id));
  const pieces = await takeAll(manifest.pieces, (text, id) => takePiece(asking, text, id));
  const listed = new Set([
    MANIFEST,
    ...manifest.damaged,
    ...[...manifest.pieces, ...manifest.patterns].map(({ file }) => file),
  ]);
  const unlisted = [...sizes.keys()].filter((file) => !listed.has(file) && !file.endsWith('/'));
  refused.push(...unlisted.map((file) => ({ file, why: UNLISTED })));
  return { pieces, patterns, here, refused, damaged: manifest.damaged };
}
