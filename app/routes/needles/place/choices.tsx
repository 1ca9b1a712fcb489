/** One of a few, by a tap: panels, answers, numbers. */
import type { ReactNode } from 'react';
import { RadioGroup, Switch, ToggleGroup } from 'radix-ui';

const CHIP =
  'min-h-12 rounded-lg border-2 border-line bg-sheet font-semibold hover:border-ink data-[state=checked]:border-action data-[state=checked]:bg-action data-[state=checked]:text-on-action data-[state=on]:border-action data-[state=on]:bg-action data-[state=on]:text-on-action';

export function Chips<T extends string>({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: T | null;
  options: readonly (readonly [value: T, words: ReactNode])[];
  onChoose: (value: T) => void;
}) {
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value ?? ''}
      onValueChange={(chosen) => onChoose(chosen as T)}
      className="flex flex-wrap gap-2 max-[760px]:-mx-4 max-[760px]:flex-nowrap max-[760px]:overflow-x-auto max-[760px]:px-4"
    >
      {options.map(([key, words]) => (
        <RadioGroup.Item key={key} value={key} className={`${CHIP} px-3.5 max-[760px]:whitespace-nowrap`}>
          {words}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}

/** The numbers that are likely, each a tap. Arrow keys go from one to the next, and only Enter or the space bar says it. */
export function Numbers({
  label,
  least,
  most,
  value,
  onChoose,
}: {
  label: string;
  least: number;
  most: number;
  value: number | null;
  onChoose: (value: number) => void;
}) {
  const numbers = Array.from({ length: most - least + 1 }, (_, i) => least + i);
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value === null ? '' : String(value)}
      onValueChange={(chosen) => chosen !== '' && onChoose(Number(chosen))}
      className="grid grid-cols-6 gap-2"
    >
      {numbers.map((one) => (
        <ToggleGroup.Item key={one} value={String(one)} className={`numerals ${CHIP} text-xl`}>
          {one}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

export function Toggle({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <label className="flex min-h-12 cursor-pointer items-center gap-3">
      <Switch.Root
        checked={checked}
        onCheckedChange={onChange}
        className="h-7 w-12 shrink-0 rounded-full border-2 border-ink bg-sheet p-0.5 data-[state=checked]:border-action data-[state=checked]:bg-action"
      >
        <Switch.Thumb className="block h-5 w-5 rounded-full bg-ink transition-transform data-[state=checked]:translate-x-5 data-[state=checked]:bg-on-action" />
      </Switch.Root>
      {label}
    </label>
  );
}
