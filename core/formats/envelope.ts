/** What all our JSON files have in common: a size that can be read, a format, a version. */
import { err, ok, type Result } from '../result';
import { isTooNested } from './nesting';

export type EnvelopeProblem =
  | { readonly code: 'file-too-large'; readonly most: number }
  | { readonly code: 'not-json' }
  | { readonly code: 'other-format' }
  | { readonly code: 'newer-version'; readonly version: number; readonly known: number }
  | { readonly code: 'not-as-described'; readonly path: string; readonly message: string };

type Data = Readonly<Record<string, unknown>>;
/** What is used of a schema: a check that gives the data, or what is wrong with it and where. */
type Schema<T> = {
  safeParse(data: unknown):
    | { readonly success: true; readonly data: T }
    | {
        readonly success: false;
        readonly error: { readonly issues: readonly { path: PropertyKey[]; message: string }[] };
      };
};
type Format<T> = {
  readonly name: string;
  readonly version: number;
  /** Characters at the most. */
  readonly most: number;
  readonly schema: Schema<T>;
  /** From an older version to this one. */
  readonly upgrade?: (data: Data) => Data;
};

/** @returns what the file holds, in the form of the newest version, not checked any further */
export function openEnvelope<T>(
  source: string,
  { name, version: known, most, schema, upgrade }: Format<T>,
): Result<T, EnvelopeProblem> {
  if (source.length > most) return err({ code: 'file-too-large', most });
  if (isTooNested(source.length, (at) => source.charCodeAt(at))) return err({ code: 'not-json' });
  let data: unknown;
  try {
    data = JSON.parse(source);
  } catch {
    return err({ code: 'not-json' });
  }
  const { format, version } = (data ?? {}) as { format?: unknown; version?: unknown };
  if (format !== name) return err({ code: 'other-format' });
  if (typeof version === 'number' && version > known) return err({ code: 'newer-version', version, known });
  const parsed = schema.safeParse(upgrade ? upgrade(data as Data) : data);
  if (parsed.success) return ok(parsed.data);
  const [issue] = parsed.error.issues;
  return err({ code: 'not-as-described', path: issue?.path.join('.') ?? '', message: issue?.message ?? '' });
}
