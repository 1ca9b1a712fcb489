/** A button that asks for a file. */
import { useRef, type ReactNode } from 'react';

type Props = {
  /** What kind of file is wanted, for those who do not see the button. */
  label: string;
  accept: string;
  disabled?: boolean;
  onFile: (file: File) => void;
  children: ReactNode;
};

export function FileButton({ label, accept, disabled = false, onFile, children }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const take = (file: File | undefined) => {
    // The same file may be chosen again, once it has been mended.
    if (input.current) input.current.value = '';
    if (file) onFile(file);
  };
  return (
    <>
      <button
        type="button"
        className="plain-button"
        disabled={disabled}
        onClick={() => input.current?.click()}
      >
        {children}
      </button>
      <input
        ref={input}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        accept={accept}
        onChange={(event) => take(event.target.files?.[0])}
      />
    </>
  );
}
