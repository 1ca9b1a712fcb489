/** The tools that are not needed in every row. */
import { Link } from 'react-router';
import { DropdownMenu } from 'radix-ui';
import {
  CalendarClock,
  ClipboardList,
  Copy,
  Eraser,
  FileDown,
  FlipHorizontal2,
  Footprints,
  GripHorizontal,
  ListOrdered,
  MapPin,
  NotebookPen,
  PencilRuler,
  Pin,
  Printer,
  Redo2,
  Repeat,
  Rows3,
  Ruler,
  Scissors,
  Search,
  SlidersHorizontal,
  Split,
  Timer,
  Trash2,
  UnfoldVertical,
} from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { DialogName } from './dialog-props';
import type { PlaceTab } from './place/props';
import { ROW_IN_HAND } from './cue-panel';
import type { NeedlesView } from './view';
import { lineOf } from '~/messages/numbers';

export default function MoreMenu({
  pieceId,
  view,
  state,
  record,
  open,
  find,
  trigger,
}: {
  pieceId: string;
  view: NeedlesView;
  state: JournalState;
  record: (happening: Happening) => string;
  open: (dialog: DialogName) => void;
  find: (way: PlaceTab) => void;
  trigger: ReactNode;
}) {
  const { done, working, round } = view;
  const line = lineOf(round);
  const hasLifeline = state.lifelines.some(({ row }) => row === done);
  const items = [
    {
      label: hasLifeline ? `Lifeline is in ${line} ${done}` : `Lifeline through ${line} ${done}`,
      icon: GripHorizontal,
      disabled: done < 1 || hasLifeline,
      act: () => void record({ kind: 'lifeline', row: done }),
    },
    { label: 'Marker, pin or yarn', icon: Pin, disabled: false, act: () => open('anchor') },
    { label: 'Note', icon: NotebookPen, disabled: false, act: () => open('note') },
    { label: 'Measure and weigh', icon: Ruler, disabled: false, act: () => open('measure') },
  ];
  const look = [
    { label: 'Where am I?', icon: MapPin, disabled: false, act: () => find('where') },
    { label: 'Count with me', icon: ListOrdered, disabled: done < 1, act: () => find('count') },
    { label: 'Count from hole to hole', icon: UnfoldVertical, disabled: done < 1, act: () => find('holes') },
    { label: 'Look it over', icon: Search, disabled: done < 1, act: () => open('inspect') },
    { label: 'What comes', icon: CalendarClock, disabled: working === null, act: () => open('coming') },
    { label: 'Sittings', icon: Timer, disabled: false, act: () => open('sittings') },
    { label: 'Hands-free', icon: Footprints, disabled: false, act: () => open('handsFree') },
  ];
  const correct = [
    {
      label: 'Redo',
      icon: Redo2,
      disabled: state.redoTarget === null,
      act: () => state.redoTarget && void record({ kind: 'undo', target: state.redoTarget }),
    },
    { label: `Back to a ${line}`, icon: Scissors, disabled: done < 1, act: () => open('back') },
    { label: `Set the ${line} of the piece`, icon: Rows3, disabled: false, act: () => open('setRow') },
    {
      label: `Set the ${line} of a panel`,
      icon: SlidersHorizontal,
      disabled: working === null || view.columns.length === 0,
      act: () => open('setPanel'),
    },
    { label: `One ${line} otherwise`, icon: Eraser, disabled: false, act: () => open('once') },
    {
      label: 'Repeats more or fewer',
      icon: Repeat,
      disabled: working === null || view.columns.length === 0,
      act: () => open('repeats'),
    },
  ];
  const here = `/pieces/${pieceId}`;
  const links = [
    { label: 'Cast-on sheet', icon: ClipboardList, to: `${here}/sheet` },
    { label: round ? 'Rounds on paper' : 'Rows on paper', icon: Printer, to: `${here}/paper` },
    { label: 'Change the plan', icon: PencilRuler, to: `${here}/plan` },
    { label: 'Split or join', icon: Split, to: `${here}/split` },
    { label: 'Knit its pair', icon: Copy, to: `/pieces/new?pair=${pieceId}` },
    { label: 'Knit its mirror image', icon: FlipHorizontal2, to: `/pieces/new?pair=${pieceId}&mirrored=yes` },
    { label: 'Save as a file', icon: FileDown, to: `${here}/file` },
    { label: 'Put into the bin', icon: Trash2, to: `${here}/remove` },
  ];
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="menu"
          align="end"
          sideOffset={6}
          onCloseAutoFocus={(event) => {
            // Keys go to the row again, not to the button that opened this.
            event.preventDefault();
            document.getElementById(ROW_IN_HAND)?.focus({ preventScroll: true });
          }}
        >
          {[look, items, correct].map((group, g) => (
            <Fragment key={g}>
              {group.map(({ label, icon: Icon, disabled, act }) => (
                <DropdownMenu.Item key={label} className="menu-item" disabled={disabled} onSelect={act}>
                  <Icon aria-hidden="true" size={22} /> {label}
                </DropdownMenu.Item>
              ))}
              <DropdownMenu.Separator className="menu-rule" />
            </Fragment>
          ))}
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
