/** Opens a piece file from the bench. */
import { useRef, useState } from 'react';
import { useFetcher } from 'react-router';
import { FolderOpen } from 'lucide-react';
import { MOST_PIECE_FILE } from '@core/formats/limits';
import { pieceFileWords } from '~/messages/piece-file';

export function OpenPiece() {
  const input = useRef<HTMLInputElement>(null);
  const fetcher = useFetcher<{ message: string }>();
  const [tooLarge, setTooLarge] = useState(false);
  const [failed, setFailed] = useState(false);
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (input.current) input.current.value = '';
    if (file.size > MOST_PIECE_FILE) return setTooLarge(true);
    setTooLarge(false);
    try {
      const text = await file.text();
      setFailed(false);
      await fetcher.submit(text, { method: 'post', action: '/pieces/open', encType: 'text/plain' });
    } catch {
      setFailed(true);
    }
  };
  const message = tooLarge
    ? pieceFileWords({ code: 'file-too-large', most: MOST_PIECE_FILE })
    : failed
      ? 'The file could not be read. Choose it once more.'
      : fetcher.data?.message;
  return (
    <>
      <button
        type="button"
        className="plain-button"
        disabled={fetcher.state !== 'idle'}
        onClick={() => input.current?.click()}
      >
        <FolderOpen aria-hidden="true" size={20} /> Open a piece file
      </button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        tabIndex={-1}
        aria-label="Piece file"
        onChange={(event) => void take(event.target.files?.[0])}
      />
      {message && (
        <span className="problems w-full" role="alert">
          {message}
        </span>
      )}
    </>
  );
}
