/** Opens a piece file from the bench. */
import { useState } from 'react';
import { useFetcher } from 'react-router';
import { FolderOpen } from 'lucide-react';
import { MOST_PIECE_FILE } from '@core/formats/limits';
import { pieceFileWords } from '~/messages/piece-file';
import { FileButton } from '~/ui/file-button';

export function OpenPiece() {
  const fetcher = useFetcher<{ message: string }>();
  const [problem, setProblem] = useState<string | null>(null);
  const take = async (file: File) => {
    if (file.size > MOST_PIECE_FILE)
      return setProblem(pieceFileWords({ code: 'file-too-large', most: MOST_PIECE_FILE }));
    try {
      const text = await file.text();
      setProblem(null);
      await fetcher.submit(text, { method: 'post', action: '/pieces/open', encType: 'text/plain' });
    } catch {
      setProblem('The file could not be read. Choose it once more.');
    }
  };
  const message = problem ?? fetcher.data?.message;
  return (
    <>
      <FileButton
        label="Piece file"
        accept=".json,application/json"
        disabled={fetcher.state !== 'idle'}
        onFile={(file) => void take(file)}
      >
        <FolderOpen aria-hidden="true" size={20} /> Open a piece file
      </FileButton>
      {message && (
        <span className="problems w-full" role="alert">
          {message}
        </span>
      )}
    </>
  );
}
