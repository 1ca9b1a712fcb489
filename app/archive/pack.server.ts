/** Everything on the bench as one archive. One piece at a time is in memory, and others get their turn between them. */
import { setImmediate as turn } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import { strToU8, Zip, ZipDeflate } from 'fflate';
import { writePattern } from '@core/formats/pattern';
import { stemOf } from '~/attachment';
import { listDamagedPatterns, listPatterns } from '~/db/patterns.server';
import { salvage } from '~/db/salvage.server';
import { pieces } from '~/db/schema';
import type { Asking } from '~/knitter/asking.server';
import { ARCHIVE_FORMAT, ARCHIVE_VERSION, MANIFEST, type Listed, type Manifest } from './manifest';

class Packer {
  private readonly parts: Uint8Array[] = [];
  private readonly names = new Set<string>();
  private readonly zip = new Zip((error, part) => {
    if (error) throw error;
    this.parts.push(part);
  });

  /** @returns the name under which it lies there: two pieces may have the same one */
  add(folder: string, stem: string, content: string): string {
    let name = `${folder}/${stem}.json`;
    for (let i = 2; this.names.has(name); i += 1) name = `${folder}/${stem}-${i}.json`;
    this.names.add(name);
    this.put(name, content);
    return name;
  }

  put(name: string, content: string) {
    const file = new ZipDeflate(name);
    this.zip.add(file);
    file.push(strToU8(content), true);
  }

  end(): Buffer {
    this.zip.end();
    return Buffer.concat(this.parts);
  }
}

/** What lies in the bin is left there. */
export async function packEverything({ db, knitterId }: Asking): Promise<Buffer> {
  const packer = new Packer();
  const listed: Listed[] = [];
  const damaged: string[] = [];
  const all = await db
    .select({ id: pieces.id, binnedAt: pieces.binnedAt })
    .from(pieces)
    .where(eq(pieces.knitterId, knitterId));
  for (const { id } of all.filter(({ binnedAt }) => binnedAt === null)) {
    await turn();
    const saved = await salvage(db, knitterId, id);
    if (!saved) continue;
    const stem = stemOf(saved.name, 'piece');
    const whole = saved.file !== null && saved.entries.damaged === 0 && !saved.olderPlan;
    if (saved.file !== null) listed.push({ file: packer.add('pieces', stem, saved.file), id });
    if (!whole) damaged.push(packer.add('damaged', stem, saved.stored));
  }
  const patterns = (await listPatterns(db, knitterId)).map(({ id, pattern }): Listed => ({
    file: packer.add('patterns', stemOf(pattern.name, 'pattern'), writePattern(pattern)),
    id,
  }));
  for (const { name, body } of await listDamagedPatterns(db, knitterId))
    damaged.push(packer.add('damaged', stemOf(name, 'pattern'), body));
  const manifest: Manifest = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    pieces: listed,
    patterns,
    damaged,
  };
  packer.put(MANIFEST, `${JSON.stringify(manifest, null, 1)}\n`);
  return packer.end();
}
