/** Fields with their labels. Numbers that are not typed yet are NaN; lengths are kept in cm whatever the units. */
import { useId, useState, type ReactNode } from 'react';
import { lengthIn, lengthOut, type Units } from '@core/plan/units';

type NumberProps = {
  label: string;
  value: number;
  onChange: (value: number) => void;
  wide?: boolean;
};

export function NumberInput({ label, value, onChange, wide = false }: NumberProps) {
  const id = useId();
  return (
    <div className={wide ? 'w-40' : 'w-28'}>
      <label className="label" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className="field numerals"
        type="number"
        inputMode="numeric"
        step="any"
        value={Number.isNaN(value) ? '' : value}
        onChange={(event) => onChange(event.target.value === '' ? Number.NaN : event.target.valueAsNumber)}
      />
    </div>
  );
}

const FRACTIONS: Readonly<Record<string, number>> = { '¼': 0.25, '½': 0.5, '¾': 0.75 };

/** "14", "14.5", "14,5", "5 1/2", "5½"; null for nothing, NaN for what is no number. */
export function parseMeasure(typed: string): number | null {
  const text = typed.trim().replace(',', '.');
  if (text === '') return null;
  if (/^-?(?:\d+\.?\d*|\.\d+)$/.test(text)) return Number(text);
  const sign = /^(\d*)\s*([¼½¾])$/.exec(text);
  if (sign) return Number(sign[1] || 0) + (FRACTIONS[sign[2] as string] as number);
  const [, whole, top, bottom] = /^(?:(\d+)\s+)?(\d+)\/([1-9]\d*)$/.exec(text) ?? [];
  return top === undefined ? Number.NaN : Number(whole ?? 0) + Number(top) / Number(bottom);
}

const shown = (cm: number | null, units: Units) =>
  cm === null || Number.isNaN(cm) ? '' : String(Number(lengthOut(cm, units).toFixed(2)));

/** A length in the knitter's units. What she types stays as she typed it until another length comes from outside. */
export function MeasureInput({
  label,
  cm,
  units,
  onChange,
}: {
  label: string;
  cm: number | null;
  units: Units;
  onChange: (cm: number | null) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState({ text: shown(cm, units), cm });
  const text = Object.is(typed.cm, cm) ? typed.text : shown(cm, units);
  return (
    <div className={label.length > 20 ? 'w-56' : 'w-32'}>
      <label className="label" htmlFor={id}>
        {label}
      </label>
      <div className="measure">
        <input
          id={id}
          className="field numerals"
          inputMode="decimal"
          value={text}
          aria-invalid={cm !== null && Number.isNaN(cm)}
          onChange={(event) => {
            const value = parseMeasure(event.target.value);
            const length = value === null ? null : lengthIn(value, units);
            setTyped({ text: event.target.value, cm: length });
            onChange(length);
          }}
        />
        <span aria-hidden="true">{units}</span>
      </div>
    </div>
  );
}

export function Tick({
  label,
  checked,
  onChange,
}: {
  label: ReactNode;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <label className="choice">
      <input type="checkbox" checked={checked} onChange={(event) => onChange(event.target.checked)} />
      <span>{label}</span>
    </label>
  );
}

export function Select<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly (readonly [value: T, words: string])[];
  onChange: (value: T) => void;
}) {
  const id = useId();
  return (
    <div>
      <label className="label" htmlFor={id}>
        {label}
      </label>
      <select id={id} className="field" value={value} onChange={(event) => onChange(event.target.value as T)}>
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </div>
  );
}

export function TextInput({
  label,
  value,
  onChange,
  placeholder,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
}) {
  const id = useId();
  return (
    <div className="min-w-48 flex-1">
      <label className="label" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className="field"
        value={value}
        maxLength={200}
        placeholder={placeholder}
        onChange={(event) => onChange(event.target.value)}
      />
    </div>
  );
}

/** What is wrong, at its place. */
export function Problems({ words }: { words: readonly string[] }) {
  return words.map((text) => (
    <p key={text} className="problems" role="alert">
      {text}
    </p>
  ));
}
