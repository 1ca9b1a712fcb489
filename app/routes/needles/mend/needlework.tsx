/** Sewing over or grafting, stitch by stitch, each stitch with its figure on the fabric as long as the steps are open. */
import { useEffect, useMemo, useState } from 'react';
import { graftPlan } from '@core/repair/grafted';
import type { RepairFault } from '@core/repair/plan';
import { sewPlan } from '@core/repair/sewn';
import { lineOf } from '~/messages/numbers';
import { graftWords, sewWords, type Worked } from '~/messages/needlework';
import { Disclosure } from '~/ui/disclosure';
import type { OnFabric } from '../shown';
import type { NeedlesView } from '../view';

type Shown = { readonly words: Worked; readonly on: OnFabric };

function stepsOf(
  remedy: 'sew' | 'graft',
  fault: RepairFault,
  { sheet, done, round }: NeedlesView,
): Shown | null {
  const line = lineOf(round);
  if (remedy === 'sew') {
    const plan = sewPlan(sheet, fault);
    if (!plan.ok) return null;
    const { covers } = plan.value;
    const figures = covers.map(({ row, at }, i) => ({ row, column: at, says: `${i + 1}` }));
    const rows = [...new Set(covers.map(({ row }) => row))];
    const on = rows.map((row) => ({
      row,
      columns: covers.filter((one) => one.row === row).map(({ at }) => at),
    }));
    return { words: sewWords(plan.value, line), on: { rows: on, figures, near: true } };
  }
  const plan = graftPlan(sheet, fault, done);
  if (!plan.ok) return null;
  const { row, columns, below } = plan.value;
  const figures = below.map((column, i) => ({ row: row - 1, column, says: `${i + 1}` }));
  return { words: graftWords(plan.value, line), on: { rows: [{ row, columns }], figures, near: true } };
}

export function Needlework({
  remedy,
  fault,
  view,
  point,
}: {
  remedy: 'sew' | 'graft';
  fault: RepairFault;
  view: NeedlesView;
  /** Points out on the fabric what is worked; null: nothing any more. */
  point: (shown: OnFabric | null) => void;
}) {
  const [open, setOpen] = useState(false);
  const steps = useMemo(() => stepsOf(remedy, fault, view), [remedy, fault, view]);
  useEffect(() => {
    if (!open || !steps) return undefined;
    point(steps.on);
    return () => point(null);
  }, [open, steps, point]);
  if (!steps) return null;
  return (
    <Disclosure title="Stitch by stitch" onOpen={setOpen}>
      {steps.words.first.map((words) => (
        <p key={words} className="mb-2">
          {words}
        </p>
      ))}
      <ol className="list-decimal pl-7" data-testid={`${remedy}-steps`}>
        {steps.words.steps.map((words, i) => (
          <li key={i} className="border-t border-line py-1.5 pl-1">
            {words}
          </li>
        ))}
      </ol>
      <p className="mt-2">{steps.words.last}</p>
    </Disclosure>
  );
}
