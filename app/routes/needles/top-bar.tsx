/** The way back to the bench, what is saved, and the tools that are not needed in every row. */
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { DropdownMenu } from 'radix-ui';
import {
  BookOpen,
  ChevronLeft,
  ClipboardList,
  Copy,
  Ellipsis,
  GripHorizontal,
  NotebookPen,
  Redo2,
  FileDown,
  FlipHorizontal2,
  PencilRuler,
  Printer,
  Rows3,
  Ruler,
  Scissors,
  SlidersHorizontal,
  Split,
} from 'lucide-react';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { Saving } from '~/journal/outbox';
import type { Units } from '@core/plan/units';
import type { DialogName } from './dialogs';
import type { NeedlesView } from './view';

const SAVING_WORDS: Record<Saving, string> = {
  saved: 'saved',
  sending: 'saving …',
  waiting: 'kept on this device, not sent yet',
};

type Props = {
  piece: { id: string; name: string };
  view: NeedlesView;
  state: JournalState;
  saving: Saving;
  units: Units;
  record: (happening: Happening) => string;
};

/** Fetched when the first of them is opened. */
const NeedlesDialog = lazy(() => import('./dialogs'));

export function TopBar({ piece, view, state, saving, units, record }: Props) {
  const [dialog, setDialog] = useState<DialogName | null>(null);
  const { done, working } = view;
  const hasLifeline = state.lifelines.some(({ row }) => row === done);
  const items = [
    {
      label: hasLifeline ? `Lifeline is in row ${done}` : `Lifeline through row ${done}`,
      icon: GripHorizontal,
      disabled: done < 1 || hasLifeline,
      act: () => void record({ kind: 'lifeline', row: done }),
    },
    { label: 'Note', icon: NotebookPen, disabled: false, act: () => setDialog('note') },
    { label: 'Measure and weigh', icon: Ruler, disabled: false, act: () => setDialog('measure') },
    {
      label: 'Redo',
      icon: Redo2,
      disabled: state.redoTarget === null,
      act: () => state.redoTarget && void record({ kind: 'undo', target: state.redoTarget }),
    },
    { label: 'Rip back', icon: Scissors, disabled: done < 1, act: () => setDialog('rip') },
    { label: 'Set the row of the piece', icon: Rows3, disabled: false, act: () => setDialog('setRow') },
    {
      label: 'Set the row of a panel',
      icon: SlidersHorizontal,
      disabled: working === null || view.columns.length === 0,
      act: () => setDialog('setPanel'),
    },
  ];
  const here = `/pieces/${piece.id}`;
  const links = [
    { label: 'Cast-on sheet', icon: ClipboardList, to: `${here}/sheet` },
    { label: 'Rows on paper', icon: Printer, to: `${here}/paper` },
    { label: 'Change the plan', icon: PencilRuler, to: `${here}/plan` },
    { label: 'Split or join', icon: Split, to: `${here}/split` },
    { label: 'Knit its pair', icon: Copy, to: `/pieces/new?pair=${piece.id}` },
    {
      label: 'Knit its mirror image',
      icon: FlipHorizontal2,
      to: `/pieces/new?pair=${piece.id}&mirrored=yes`,
    },
    { label: 'Save as a file', icon: FileDown, to: `${here}/file` },
  ];
  return (
    <header className="top-bar">
      <Link to="/" className="quiet-button" aria-label="To the bench">
        <ChevronLeft aria-hidden="true" />
      </Link>
      <h1 className="piece-name">{piece.name}</h1>
      <p className="saving" role="status" data-state={saving} data-testid="saving">
        {SAVING_WORDS[saving]}
      </p>
      <Link to={`/pieces/${piece.id}/logbook`} className="quiet-button">
        <BookOpen aria-hidden="true" size={22} /> <span className="wide-only">Logbook</span>
      </Link>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="quiet-button">
          <Ellipsis aria-hidden="true" /> <span className="wide-only">More</span>
          <span className="sr-only narrow-only">More</span>
        </DropdownMenu.Trigger>
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
      {dialog && (
        <Suspense>
          <NeedlesDialog
            name={dialog}
            view={view}
            state={state}
            units={units}
            record={record}
            close={() => setDialog(null)}
          />
        </Suspense>
      )}
    </header>
  );
}
