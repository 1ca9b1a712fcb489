/** What is saved where, plainly. */
import { clockWords } from '~/device/clock';
import type { Offline } from '~/offline/use-offline';
import type { DialogProps } from './dialog-props';
import { entries } from './saving-words';

const OFFLINE_WORDS: Readonly<Record<Offline, string>> = {
  asking: 'This piece is being put by on this device, so that it opens without a network.',
  ready: 'This piece opens on this device without a network, with its charts and all its tools.',
  cannot:
    'This browser does not put pages by at this address (it must begin with https, or be this very machine). Keep the page open while there is no network; rows are kept all the same.',
};

export function SavedForm({ kept, saving, offline, state, takeNewer }: DialogProps) {
  const { unsent, unkept, heldUp, line, copied, copyRefused } = kept;
  return (
    <dl className="saved-where">
      <dt>On the server</dt>
      <dd>
        {saving === 'saved' ? 'Everything.' : `Everything but ${entries(unsent)} still on the way.`}{' '}
        {line === 'open'
          ? 'Other devices that show this piece follow at once.'
          : 'There is no connection at the moment; it is tried again by itself.'}
        {heldUp !== null && ` They were not let in: ${heldUp} They are kept and tried again.`}
      </dd>
      <dt>On this device</dt>
      <dd>
        {unkept > 0
          ? `${entries(unkept)} could not be kept: the device has no room, or the browser forbids it. They live in this open page until they are sent. Do not close it; make room, or connect.`
          : unsent > 0
            ? `${entries(unsent)} kept, and sent when there is a connection, in order, each once. You may close the page.`
            : 'Nothing that is not on the server.'}{' '}
        {copyRefused
          ? 'The browser refuses to keep a copy of the journal.'
          : `A copy of the journal: ${entries(copied)}.`}
      </dd>
      <dt>Without a network</dt>
      <dd>{OFFLINE_WORDS[offline]}</dd>
      {state.strays.length + state.late.length > 0 && (
        <>
          <dt>To decide</dt>
          <dd>{entries(state.strays.length + state.late.length)} told late and not counted.</dd>
        </>
      )}
      {clockWords() && (
        <>
          <dt>The clock</dt>
          <dd>{clockWords()}</dd>
        </>
      )}
      {takeNewer && (
        <>
          <dt>This app</dt>
          <dd>
            A newer version is ready. Nothing is lost by taking it.{' '}
            <button type="button" className="plain-button mt-2" onClick={takeNewer}>
              Take the newer version
            </button>
          </dd>
        </>
      )}
    </dl>
  );
}
