/** The parts of a small form in a dialog: a number with what is wrong with it, one button that says what it does. */
import { useId, type FormEvent, type ReactNode } from 'react';
import { numberProblem } from './number-problem';

export function NumberField({
  label,
  value,
  onChange,
  min,
  max,
  hint,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  min: number;
  max: number;
  hint?: ReactNode;
}) {
  const id = useId();
  const empty = value === '' && hint !== undefined;
  const problem = empty ? null : numberProblem(value, min, max);
  return (
    <div className="mb-4">
      <label className="label" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className="field numerals text-2xl"
        inputMode="numeric"
        value={value}
        aria-invalid={problem !== null}
        aria-describedby={`${id}-hint`}
        onChange={(event) => onChange(event.target.value)}
      />
      <p id={`${id}-hint`} className={problem ? 'mt-1 text-fault' : 'mt-1 text-soft'}>
        {problem ?? hint}
      </p>
    </div>
  );
}

export function Form({
  children,
  action,
  ready,
  onSubmit,
}: {
  children: ReactNode;
  action: string;
  ready: boolean;
  onSubmit: () => void;
}) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (ready) onSubmit();
  };
  return (
    <form onSubmit={submit} noValidate>
      {children}
      <button type="submit" className="action-button w-full" disabled={!ready}>
        {action}
      </button>
    </form>
  );
}
