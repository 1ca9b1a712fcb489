/** Keeping a pattern: save, use, drop, and what became of it. */
import { useState } from 'react';
import { Link, useBeforeUnload, useBlocker, useFetcher } from 'react-router';
import { choicesOut } from '@core/formats/pattern';
import type { DeskText } from './desk';
import type { Reading } from '~/patterns/reading';
import { Modal } from '~/ui/modal';

type Props = {
  /** Null for one that is not kept yet. */
  id: string | null;
  /** Where it is posted to. */
  action: string;
  now: DeskText & { readonly reading: Reading | null; readonly stale: boolean; readonly dirty: boolean };
};

/** A text that is not kept must not be lost by a wrong touch. */
function Leaving({ dirty }: { dirty: boolean }) {
  useBeforeUnload((event) => {
    if (dirty) event.preventDefault();
  });
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) =>
      dirty && (currentLocation.pathname !== nextLocation.pathname || nextLocation.state !== null),
  );
  const blocked = blocker.state === 'blocked';
  return (
    <Modal
      title="Leave without keeping it?"
      open={blocked}
      onOpenChange={(open) => open || blocker.reset?.()}
    >
      <p>What you typed since the last time it was kept would be gone.</p>
      <div className="mt-5 flex gap-3">
        <button type="button" className="action-button" onClick={() => blocker.reset?.()}>
          Stay here
        </button>
        <button type="button" className="plain-button" onClick={() => blocker.proceed?.()}>
          Leave
        </button>
      </div>
    </Modal>
  );
}

export function KeepBar({ id, action, now }: Props) {
  const fetcher = useFetcher<{ message?: string; saved?: boolean }>();
  const [dropping, setDropping] = useState(false);
  const [asked, setAsked] = useState(false);
  // While a reading is under way the server's own has the last word.
  const readable = now.reading?.kind === 'chart' || (now.stale && now.text.trim() !== '');
  const nameless = now.name.trim() === '';
  const post = (body: object) =>
    void fetcher.submit(JSON.stringify(body), { method: 'post', action, encType: 'application/json' });
  const save = () => {
    setAsked(true);
    if (readable && !nameless) post({ name: now.name, text: now.text, choices: choicesOut(now.choices) });
  };
  const missing = !readable
    ? 'Save keeps what can be read: settle what is listed below first.'
    : 'Give the pattern a name.';
  const saved = fetcher.state === 'idle' && fetcher.data?.saved && !now.dirty;
  return (
    <div className="keep-bar">
      <Leaving
        dirty={
          now.dirty && now.text.trim() !== '' && now.reading?.kind !== 'piece' && fetcher.state === 'idle'
        }
      />
      {now.reading?.kind !== 'piece' && (
        <button type="button" className="action-button" onClick={save} disabled={fetcher.state !== 'idle'}>
          {id === null ? 'Keep this pattern' : 'Save the changes'}
        </button>
      )}
      {id !== null && (
        <>
          <Link to={`/pieces/new?pattern=${id}`} className="plain-button">
            Knit it in a piece
          </Link>
          <button type="button" className="quiet-button" onClick={() => setDropping(true)}>
            Throw away
          </button>
          <Modal title={`Throw “${now.name}” away?`} open={dropping} onOpenChange={setDropping}>
            <p>Pieces that were cast on with it keep their own copy.</p>
            <div className="mt-5 flex gap-3">
              <button type="button" className="action-button" onClick={() => post({ drop: true })}>
                Throw it away
              </button>
              <button type="button" className="plain-button" onClick={() => setDropping(false)}>
                Keep it
              </button>
            </div>
          </Modal>
        </>
      )}
      <span role="status" data-testid="kept">
        {saved ? 'saved' : id !== null && now.dirty ? 'not saved yet' : ''}
      </span>
      {asked && now.text.trim() !== '' && (!readable || nameless) && !now.stale && (
        <p className="problems w-full" role="alert">
          {missing}
        </p>
      )}
      {fetcher.data?.message && (
        <p className="problems w-full" role="alert">
          {fetcher.data.message}
        </p>
      )}
    </div>
  );
}
