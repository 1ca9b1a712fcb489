/** Opening files: chosen, or dropped anywhere on a page. */
import { useCallback, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { formatWords } from '~/messages/formats';

/** Files dropped anywhere on the page; whether one hovers over it. */
function useDrop(onFile: (file: File) => void): boolean {
  const [over, setOver] = useState(false);
  useEffect(() => {
    const hover = (event: DragEvent) => {
      if (!event.dataTransfer?.types.includes('Files')) return;
      event.preventDefault();
      setOver(true);
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false);
    };
    const drop = (event: DragEvent) => {
      setOver(false);
      const file = event.dataTransfer?.files[0];
      if (!file) return;
      event.preventDefault();
      onFile(file);
    };
    window.addEventListener('dragover', hover);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', hover);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
    };
  }, [onFile]);
  return over;
}

/** A file that can be opened goes to a desk of its own; another is said to be what it is. */
export function useOpening() {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | null>(null);
  const opening = useCallback(
    async (file: File) => {
      const { openFile } = await import('~/patterns/open-file');
      const opened = await openFile(file);
      if (opened.ok) {
        setProblem(null);
        return navigate('/patterns/new', { state: { opened: opened.value } });
      }
      setProblem(`${file.name}: ${formatWords(opened.error)}`);
    },
    [navigate],
  );
  const open = useCallback((file: File) => void opening(file), [opening]);
  return { problem, open, over: useDrop(open) };
}

export const DropVeil = () => <div className="drop-veil">Let go to open the file</div>;
