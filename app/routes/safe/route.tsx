/** Kept safe: everything taken away as one archive and brought back, and the bin. */
import { useState, type ReactNode } from 'react';
import { data, useFetcher, useRevalidator } from 'react-router';
import { Download, FolderInput, Trash2, Undo2 } from 'lucide-react';
import { z } from 'zod';
import { MOST_ARCHIVE } from '~/archive/manifest';
import type { Unpacked } from '~/archive/unpack.server';
import { DAYS_IN_BIN, destroyPiece, listBinned, unbinPiece, type Binned } from '~/db/bin.server';
import { whoAsks } from '~/knitter/asking.server';
import { counted } from '~/messages/numbers';
import { FileButton } from '~/ui/file-button';
import { Modal } from '~/ui/modal';
import { Page } from '~/ui/page';
import type { Route } from './+types/route';

const posted = z.strictObject({ intent: z.enum(['take-out', 'destroy']), piece: z.string().max(64) });

export async function loader({ context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  return { binned: await listBinned(db, knitterId, new Date()), days: DAYS_IN_BIN, most: MOST_ARCHIVE };
}

export async function action({ request, context }: Route.ActionArgs) {
  const { db, knitterId } = whoAsks(context);
  const form = posted.safeParse(Object.fromEntries(await request.formData()));
  if (!form.success) return data({ message: 'Gritch has no such choice.' }, { status: 400 });
  const { intent, piece } = form.data;
  const found =
    intent === 'take-out' ? await unbinPiece(db, knitterId, piece) : await destroyPiece(db, knitterId, piece);
  return found
    ? { message: null }
    : data({ message: 'This piece does not lie in the bin any more.' }, { status: 404 });
}

export const meta: Route.MetaFunction = () => [{ title: 'Kept safe · Gritch' }];

const list = (names: readonly string[]) => names.map((name) => `“${name}”`).join(', ');

function Brought({ unpacked }: { unpacked: Unpacked }) {
  const { pieces, patterns, here, refused, damaged } = unpacked;
  return (
    <div role="status" className="mt-4 space-y-2" data-testid="brought">
      <p className="text-xl">
        {pieces.length + patterns.length === 0
          ? 'Nothing in it was missing here.'
          : `${counted(pieces.length, 'piece', 'pieces')} and ${counted(patterns.length, 'pattern', 'patterns')} are back${pieces.length > 0 ? `: ${list(pieces)}.` : '.'}`}
      </p>
      {here.length > 0 && <p>Here already, or in the bin, and left alone: {list(here)}.</p>}
      {refused.map(({ file, why }) => (
        <p key={file} className="problems" role="alert">
          {file} could not be taken: {why}
        </p>
      ))}
      {damaged.length > 0 && (
        <p>Damaged already when they were put in, and left in the archive: {damaged.join(', ')}.</p>
      )}
    </div>
  );
}

/** What went wrong with a file that was sent, in words. */
async function sendArchive(file: File): Promise<Unpacked | string> {
  try {
    const answer = await fetch('/safe/archive', {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: file,
    });
    const told = (await answer.json()) as Unpacked & { message?: string; refused?: { message?: string } };
    if (answer.ok) return told;
    return told.message ?? told.refused?.message ?? `The archive was not taken (${answer.status}).`;
  } catch {
    return 'There is no connection to Gritch now. Nothing was lost; try again.';
  }
}

function BringBack({ most }: { most: number }) {
  const { revalidate } = useRevalidator();
  const [told, setTold] = useState<Unpacked | string | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async (file: File) => {
    if (file.size > most)
      return setTold(`The archive is larger than ${most / 1_000_000} MB. Open its files one by one.`);
    setBusy(true);
    setTold(await sendArchive(file));
    setBusy(false);
    await revalidate();
  };
  return (
    <>
      <FileButton
        label="Archive"
        accept=".zip,application/zip"
        disabled={busy}
        onFile={(file) => void take(file)}
      >
        <FolderInput aria-hidden="true" size={20} /> {busy ? 'Bringing it back …' : 'Bring an archive back'}
      </FileButton>
      {typeof told === 'string' && (
        <p className="problems w-full" role="alert">
          {told}
        </p>
      )}
      {told !== null && typeof told !== 'string' && <Brought unpacked={told} />}
    </>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mb-12 max-w-3xl">
      <h2 className="mb-3 text-3xl">{title}</h2>
      {children}
    </section>
  );
}

function InBin({ piece }: { piece: Binned }) {
  const fetcher = useFetcher<{ message: string | null }>();
  const [sure, setSure] = useState(false);
  const post = (intent: string) => void fetcher.submit({ intent, piece: piece.id }, { method: 'post' });
  const busy = fetcher.state !== 'idle';
  return (
    <li className="flex flex-wrap items-center gap-x-6 gap-y-2 border-t-2 border-line py-3">
      <div className="min-w-0 grow">
        <p className="text-xl font-bold break-words">{piece.name}</p>
        <p className="text-soft">
          {piece.daysLeft > 0 ? `${counted(piece.daysLeft, 'day', 'days')} left` : 'gone at the next start'}
        </p>
        {fetcher.data?.message && (
          <p className="problems" role="alert">
            {fetcher.data.message}
          </p>
        )}
      </div>
      <button type="button" className="plain-button" disabled={busy} onClick={() => post('take-out')}>
        <Undo2 aria-hidden="true" size={20} /> Back to the bench
      </button>
      <button type="button" className="quiet-button" disabled={busy} onClick={() => setSure(true)}>
        <Trash2 aria-hidden="true" size={20} /> Throw away now
      </button>
      <Modal title={`Throw “${piece.name}” away for good?`} open={sure} onOpenChange={setSure}>
        <p>Its plan and its whole journal would be gone, on every device.</p>
        <div className="mt-5 flex flex-wrap gap-3">
          <button type="button" className="plain-button" onClick={() => setSure(false)}>
            Leave it in the bin
          </button>
          <button type="button" className="action-button" onClick={() => post('destroy')}>
            Throw it away
          </button>
        </div>
      </Modal>
    </li>
  );
}

export default function Safe({ loaderData }: Route.ComponentProps) {
  const { binned, days, most } = loaderData;
  return (
    <Page title="Kept safe">
      <Part title="All of it, in one file">
        <p className="mb-4 text-lg">
          Every piece with its plan and journal, and every pattern of your own, in one archive. Keep it on
          another device; it can be brought back here, or to any other Gritch.
        </p>
        <div className="flex flex-wrap gap-4">
          <a href="/safe/archive" download className="action-button">
            <Download aria-hidden="true" size={20} /> Take everything away
          </a>
          <BringBack most={most} />
        </div>
        <p className="mt-4 text-soft">
          How you knit, and rows that a device has not sent yet, are not in it.
        </p>
      </Part>
      <Part title="The bin">
        {binned.length === 0 ? (
          <p className="text-lg">
            Nothing lies in it. A piece is put here from its own menu, and stays {days} days.
          </p>
        ) : (
          <ul>
            {binned.map((piece) => (
              <InBin key={piece.id} piece={piece} />
            ))}
          </ul>
        )}
      </Part>
    </Page>
  );
}
