import { paletteText } from '@gangway/messages/web/palette';
import { Dialog } from '../ui/Dialog';

/** Every key that does something, by where it does it. */
const KEYS: readonly { readonly where: string; readonly rows: readonly (readonly [keys: string, does: string])[] }[] = [
  {
    where: paletteText.everywhere,
    rows: [
      [paletteText.keyPalette, paletteText.opensPalette],
      [paletteText.keyKeys, paletteText.opensKeys],
      [paletteText.keyUndo, paletteText.undoes],
      [paletteText.keyRedo, paletteText.redoes],
      [paletteText.keyEscape, paletteText.closes],
    ],
  },
  {
    where: paletteText.onTheBench,
    rows: [
      [paletteText.keySettle, paletteText.settles],
      [paletteText.keyArrows, paletteText.movesATenth],
      [paletteText.keyShiftArrows, paletteText.movesAWhole],
      [paletteText.keyEnter, paletteText.measuresOrSets],
    ],
  },
  {
    where: paletteText.inTheLog,
    rows: [
      [paletteText.keyCells, paletteText.goesThroughCells],
      [paletteText.keyEnter, paletteText.editsACell],
    ],
  },
];

/** The sheet of keys. */
export function Shortcuts({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} title={paletteText.keys} help={paletteText.keysHelp}>
      {KEYS.map(({ where, rows }) => (
        <section key={where} className="mt-3">
          <h3 className="engraved mb-1">{where}</h3>
          <dl className="grid grid-cols-[10rem_minmax(0,1fr)] gap-x-3 gap-y-1 text-sm">
            {rows.map(([keys, does]) => (
              <div key={keys} className="contents">
                <dt className="font-medium">
                  <kbd className="font-sans">{keys}</kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Dialog>
  );
}
