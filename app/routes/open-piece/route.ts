/** Takes a piece file and lays the piece on the bench, journal and all; or says what is wrong with the file. */
import { data, redirect } from 'react-router';
import { readPiece } from '@core/formats/piece';
import { whoAsks } from '~/knitter/asking.server';
import { importPiece } from '~/db/pieces.server';
import { pieceFileWords } from '~/messages/piece-file';
import type { Route } from './+types/route';

export async function action({ request, context }: Route.ActionArgs) {
  const { db, knitterId } = whoAsks(context);
  const read = readPiece(await request.text());
  if (!read.ok) {
    const status = read.error.code === 'file-too-large' ? 413 : 422;
    return data({ message: pieceFileWords(read.error) }, { status });
  }
  const id = await importPiece(db, knitterId, read.value);
  return redirect(`/pieces/${id}`);
}
