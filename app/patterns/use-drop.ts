/** Files dropped anywhere on the page. */
import { useEffect, useState } from 'react';

/** @returns whether a file hovers over the page */
export function useDrop(onFile: (file: File) => void): boolean {
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
