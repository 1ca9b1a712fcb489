/** Takes a piece file and lays the piece on the bench, journal and all; or says what is wrong with the file. */
import { data, redirect } from 'react-router';
import { readPiece } from '@core/formats/piece';
import { MOST_FILE } from '@core/formats/envelope';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { importPiece } from '~/db/pieces.server';
import { pieceFileWords } from '~/messages/piece-file';
import type { Route } from './+types/route';

export async function action({ request }: Route.ActionArgs) {
  if (Number(request.headers.get('content-length') ?? 0) > MOST_FILE)
    return data({ message: pieceFileWords({ code: 'file-too-large', most: MOST_FILE }) }, { status: 413 });
  const read = readPiece(await request.text());
  if (!read.ok) return data({ message: pieceFileWords(read.error) }, { status: 422 });
  const id = await importPiece(await database(), LOCAL_KNITTER, read.value);
  return redirect(`/pieces/${id}`);
}
