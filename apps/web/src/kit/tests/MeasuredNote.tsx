import { localDay, writtenDay } from '@gangway/messages/date';
import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { Link } from 'react-router';
import { api } from '../../store/api';

/** When values of a lens were measured, with links to the tests that say so; nothing for a lens that was never measured. */
export function MeasuredNote({ lensId }: { readonly lensId: string }) {
  const { data: tests } = api.useLensTestsQuery(undefined);
  const written = (tests ?? []).flatMap(({ id, name, lensId: of, appliedAt }) =>
    of === lensId && appliedAt !== null ? [{ id, name, appliedAt }] : [],
  );
  if (written.length === 0) return null;
  return (
    <ul className="grid gap-0.5 rounded-md bg-sunk px-3 py-2 text-sm">
      {written.map(({ id, name, appliedAt }) => (
        <li key={id}>
          {say(testsText.measuredOn, { date: writtenDay(localDay(new Date(appliedAt))) })}{' '}
          <Link to={`/kit/tests/${id}?part=results`} className="underline" data-typed>
            {name}
          </Link>
        </li>
      ))}
    </ul>
  );
}
