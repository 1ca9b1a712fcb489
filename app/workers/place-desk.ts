/** The locator with a piece laid out before it: on the page's own thread or, as a rule, in a worker. */
import type { Plan } from '@core/piece/plan';
import { worksheet, type Facts } from '@core/piece/worksheet';
import type { Answer } from '@core/place/belief';
import { locate, type Located } from '@core/place/locate';
import { fieldOf, type Asked, type Field, type Known } from '@core/place/question';
import { holesOf } from '@core/place/spacing';
import { whereCounted, type ToldCount } from '@core/place/told';

/** A question with what she may answer. */
export type Asking = Omit<Asked, 'at'>;
export type PlacePiece = { readonly plan: Plan; readonly facts: Facts; readonly known: Known };

const withoutRows = ({ at: _, ...asking }: Asked): Asking => asking;

export function placeDesk() {
  let field: Field | null = null;
  const laid = (): Field => {
    if (!field) throw new Error('no piece is laid out');
    return field;
  };
  return {
    /** Lays out a piece; all that follows is about it. */
    open({ plan, facts, known }: PlacePiece): Asking[] {
      field = fieldOf(worksheet(plan, facts), known);
      return field.asked.map(withoutRows);
    },
    locate: (journal: number, answers: readonly Answer[]): Located => locate(laid(), journal, answers),
    counted: (panel: string, count: number, journal: number): ToldCount | null =>
      whereCounted(laid(), panel, count, journal),
    /** Rows in which a panel leaves a hole, as planned and made. */
    holes(panel: string): number[] {
      const track = laid().tracks.get(panel);
      return track ? holesOf(track) : [];
    },
  };
}
export type PlaceDesk = ReturnType<typeof placeDesk>;
