import { testsText } from '@gangway/messages/web/kit/tests';
import { apertureWords } from '@gangway/core/words';
import { Th } from '../../ui/Table';

interface ApertureTableProps {
  readonly heads: readonly string[];
  /** What was measured at each aperture, a cell for each head. */
  readonly rows: readonly { readonly fNumber: number; readonly cells: readonly string[] }[];
}

/** What was measured, aperture by aperture. */
export function ApertureTable({ heads, rows }: ApertureTableProps) {
  return (
    <section aria-label={testsText.byAperture} className="overflow-x-auto">
      <h3 className="mb-1 font-semibold">{testsText.byAperture}</h3>
      <table className="w-full text-sm">
        <thead>
          <tr className="border-b border-rule text-ink-soft">
            <Th className="py-1 pr-3 text-left">{testsText.aperture}</Th>
            {heads.map((head) => (
              <Th key={head} end className="pr-3">
                {head}
              </Th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ fNumber, cells }) => (
            <tr key={fNumber} className="border-b border-hairline">
              <Th scope="row" className="py-1 pr-3 text-left tabular-nums">
                {apertureWords(fNumber)}
              </Th>
              {cells.map((words, i) => (
                <td key={heads[i]} className="pr-3 text-right whitespace-nowrap tabular-nums">
                  {words}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
