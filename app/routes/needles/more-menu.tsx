/** The tools that are not needed in every row. */
import { Link } from 'react-router';
import { DropdownMenu } from 'radix-ui';
import {
  ClipboardList,
  Copy,
  FileDown,
  FlipHorizontal2,
  GripHorizontal,
  NotebookPen,
  PencilRuler,
  Printer,
  Redo2,
  Rows3,
  Ruler,
  Scissors,
  SlidersHorizontal,
  Split,
} from 'lucide-react';
import type { ReactNode } from 'react';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { DialogName } from './dialog-props';
import type { NeedlesView } from './view';

export default function MoreMenu({
  pieceId,
  view,
  state,
  record,
  open,
  trigger,
}: {
  pieceId: string;
  view: NeedlesView;
  state: JournalState;
  record: (happening: Happening) => string;
  open: (dialog: DialogName) => void;
  trigger: ReactNode;
}) {
  const { done, working } = view;
  const hasLifeline = state.lifelines.some(({ row }) => row === done);
  const items = [
    {
      label: hasLifeline ? `Lifeline is in row ${done}` : `Lifeline through row ${done}`,
      icon: GripHorizontal,
      disabled: done < 1 || hasLifeline,
      act: () => void record({ kind: 'lifeline', row: done }),
    },
    { label: 'Note', icon: NotebookPen, disabled: false, act: () => open('note') },
    { label: 'Measure and weigh', icon: Ruler, disabled: false, act: () => open('measure') },
    {
      label: 'Redo',
      icon: Redo2,
      disabled: state.redoTarget === null,
      act: () => state.redoTarget && void record({ kind: 'undo', target: state.redoTarget }),
    },
    { label: 'Rip back', icon: Scissors, disabled: done < 1, act: () => open('rip') },
    { label: 'Set the row of the piece', icon: Rows3, disabled: false, act: () => open('setRow') },
    {
      label: 'Set the row of a panel',
      icon: SlidersHorizontal,
      disabled: working === null || view.columns.length === 0,
      act: () => open('setPanel'),
    },
  ];
  const here = `/pieces/${pieceId}`;
  const links = [
    { label: 'Cast-on sheet', icon: ClipboardList, to: `${here}/sheet` },
    { label: 'Rows on paper', icon: Printer, to: `${here}/paper` },
    { label: 'Change the plan', icon: PencilRuler, to: `${here}/plan` },
    { label: 'Split or join', icon: Split, to: `${here}/split` },
    { label: 'Knit its pair', icon: Copy, to: `/pieces/new?pair=${pieceId}` },
    { label: 'Knit its mirror image', icon: FlipHorizontal2, to: `/pieces/new?pair=${pieceId}&mirrored=yes` },
    { label: 'Save as a file', icon: FileDown, to: `${here}/file` },
  ];
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="end" sideOffset={6}>
          {items.map(({ label, icon: Icon, disabled, act }) => (
            <DropdownMenu.Item key={label} className="menu-item" disabled={disabled} onSelect={act}>
              <Icon aria-hidden="true" size={22} /> {label}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="menu-rule" />
          {links.map(({ label, icon: Icon, to }) => (
            <DropdownMenu.Item key={label} className="menu-item" asChild>
              <Link to={to} reloadDocument={to.endsWith('/file')}>
                <Icon aria-hidden="true" size={22} /> {label}
              </Link>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
