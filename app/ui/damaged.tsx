/** A piece that cannot be shown: what of it is damaged, and what can be done. */
import { Link } from 'react-router';
import { damageWords, type DamageShown } from '~/messages/damage';

export function Damaged({ damage }: { damage: DamageShown }) {
  const at = `/pieces/${damage.id}/salvage`;
  return (
    <>
      <h1 className="text-5xl break-words">“{damage.name}” is damaged</h1>
      <p className="mt-6 text-xl">
        {damageWords(damage)} Nothing of it was changed, and no other piece is touched.
      </p>
      <p className="mt-4 text-xl">
        Save what can be read, then open that file on the bench: it goes on as a new piece, without what is
        damaged. Or put back a backup of the whole bench: npm run restore FILE
      </p>
      <p className="mt-10 flex flex-wrap gap-4">
        <a href={at} download className="action-button">
          Save what can be read
        </a>
        <a href={`${at}?as=stored`} download className="plain-button">
          Save it as it is stored
        </a>
        <Link to="/" reloadDocument className="plain-button">
          To the bench
        </Link>
        <a href={`/pieces/${damage.id}/remove`} className="quiet-button">
          Put it into the bin
        </a>
      </p>
    </>
  );
}
