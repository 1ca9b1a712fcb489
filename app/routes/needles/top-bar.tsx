/** The way back to the bench, what is saved, and the tools that are not needed in every row. */
import { useState } from 'react';
import { Link } from 'react-router';
import { DropdownMenu } from 'radix-ui';
import {
  BookOpen,
  ChevronLeft,
  Ellipsis,
  GripHorizontal,
  NotebookPen,
  Redo2,
  Rows3,
  Scissors,
  SlidersHorizontal,
} from 'lucide-react';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { Saving } from '~/journal/outbox';
import { NeedlesDialog, type DialogName } from './dialogs';
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
  record: (happening: Happening) => string;
};

export function TopBar({ piece, view, state, saving, record }: Props) {
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
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <NeedlesDialog name={dialog} view={view} state={state} record={record} close={() => setDialog(null)} />
    </header>
  );
}
