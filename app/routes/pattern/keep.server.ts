/** Checks a posted pattern: its form, then its text, which must become a sound chart before anything is kept. */
import { data } from 'react-router';
import { z } from 'zod';
import type { Pattern } from '@core/formats/pattern';
import { choicesIn } from '@core/formats/pattern';
import { choicesSchema } from '@core/formats/schema';
import { MOST_CHARACTERS } from '@core/notation/scan';
import { readRows } from '@core/notation/read';
import { notationWords } from '~/messages/notation';

const posted = z.strictObject({
  name: z.string().max(80),
  text: z.string().max(MOST_CHARACTERS),
  choices: choicesSchema,
});

const dropped = z.strictObject({ drop: z.literal(true) });

const refuse = (status: number, message: string) => data({ message }, { status });
type Refusal = ReturnType<typeof refuse>;

/** The pattern that was posted, or `drop`: it is to be thrown away. */
export async function postedPattern(request: Request): Promise<Pattern | 'drop' | Refusal> {
  const body: unknown = await request.json().catch(() => undefined);
  if (body === undefined) return refuse(400, 'The post is not JSON. Nothing was stored.');
  if (dropped.safeParse(body).success) return 'drop';
  const parsed = posted.safeParse(body);
  if (!parsed.success) {
    const path = parsed.error.issues[0]?.path.join('.') || 'the post';
    return refuse(400, `This is not a pattern: ${path} is not as it should be. Nothing was stored.`);
  }
  const { text } = parsed.data;
  const name = parsed.data.name.trim();
  const choices = choicesIn(parsed.data.choices);
  if (name === '') return refuse(422, 'Give the pattern a name.');
  const read = readRows(text, name, { choices });
  if (!read.ok) {
    const [first] = read.error;
    const words = first ? notationWords(first) : { place: '', text: '' };
    return refuse(422, `The rows cannot be read yet, so nothing was stored. ${words.place}: ${words.text}`);
  }
  const { inTheRound, stretches } = read.value;
  return { name, text, choices, inTheRound, stretches };
}

export const isRefusal = (answer: Pattern | 'drop' | Refusal): answer is Refusal =>
  answer !== 'drop' && 'init' in answer;
