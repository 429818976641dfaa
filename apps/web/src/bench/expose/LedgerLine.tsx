import { exposeText } from '@gangway/messages/web/bench/expose';
import { say } from '@gangway/messages/say';
import { fixed } from '@gangway/core/words';
import { Th } from '../../ui/Table';

/** Stops with their sign; unknown where there is no number. */
export function signedStops(stops: number | null): string {
  return stops === null ? exposeText.unknown : say(exposeText.stops2, { stops: `${stops > 0 ? '+' : ''}${fixed(stops, 2)}` });
}

/** One line of the exposure: what it is, and its value. */
export function LedgerLine({
  words,
  value,
  soft,
  strong = false,
  bad = false,
}: {
  readonly words: string;
  readonly value: string;
  readonly soft?: string;
  readonly strong?: boolean;
  readonly bad?: boolean;
}) {
  return (
    <tr className={`border-b border-hairline ${strong ? 'font-semibold' : ''}`}>
      <Th scope="row" className={`py-1 pr-3 text-left align-top ${strong ? 'font-semibold' : 'font-normal text-ink-soft'}`}>
        {words}
      </Th>
      <td className={`py-1 text-right align-top ${bad ? 'text-fails' : ''}`}>
        <span className="whitespace-nowrap">{value}</span>
        {soft !== undefined && <span className="block text-xs font-normal text-ink-soft">{soft}</span>}
      </td>
    </tr>
  );
}
