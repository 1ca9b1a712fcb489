/** A pattern of one's own that cannot be read: saved as it is, or thrown away. */
import { useFetcher } from 'react-router';
import { stemOf } from '~/attachment';
import type { DamagedPattern } from '~/db/patterns.server';
import { saveFile } from '~/patterns/save-file';

export function DamagedPatternLine({ pattern }: { pattern: DamagedPattern }) {
  const { id, name, body } = pattern;
  const fetcher = useFetcher();
  const save = () =>
    saveFile({ name: `${stemOf(name, 'pattern')}-as-stored.txt`, type: 'text/plain', content: body });
  const drop = () =>
    void fetcher.submit(JSON.stringify({ drop: true }), {
      method: 'post',
      action: `/patterns/${id}`,
      encType: 'application/json',
    });
  return (
    <div className="problems mt-4 flex flex-wrap items-center gap-4" role="alert">
      <p className="grow">“{name}” is damaged and cannot be read. No other pattern is touched.</p>
      <button type="button" className="plain-button" onClick={save}>
        Save it as it is stored
      </button>
      <button type="button" className="quiet-button" onClick={drop} disabled={fetcher.state !== 'idle'}>
        Throw it away
      </button>
    </div>
  );
}
