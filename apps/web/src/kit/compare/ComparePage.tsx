import { compareText } from '@gangway/messages/web/kit/compare';
import { say } from '@gangway/messages/say';
import { useMemo, useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { builtRig } from '@gangway/contract/kit';
import { diagonalMm } from '@gangway/core/coverage/frame';
import { compared, FORMAT_MEASURES, measureMm, type Comparison, type FormatMeasure } from '@gangway/core/rig/comparison';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { useOpenKit } from '../KitFrame';
import { mechanismWords } from '@gangway/core/rig/mechanismWords';
import type { Rig, RigParts } from '@gangway/core/model/rig';
import { weightOf } from '@gangway/core/rig/weight';
import { useItems } from '../../store/useItems';
import { Th } from '../../ui/Table';
import { Select } from '../../ui/Select';
import { TextLink } from '../../ui/TextButton';
import { ComparePictures } from './ComparePictures';

/** Two rigs or more side by side, all measured against the format of the first. */
export function ComparePage() {
  const kit = useOpenKit();
  const items = useItems(kit);
  const [params, setParams] = useSearchParams();
  const [measure, setMeasure] = useState<FormatMeasure>('diagonal');
  const rigs = useMemo(
    () => kit.rigs.filter(({ archived }) => !archived).map(({ rig }) => ({ id: rig.id, name: rig.name, rig: builtRig(rig, items) })),
    [kit, items],
  );
  const asked = params.getAll('rig');
  const usable = rigs.filter(({ rig }) => rig !== null);
  const fallback = usable.slice(0, 2).map(({ id }) => id);
  const ids = asked.length > 0 ? asked : fallback;
  const chosen = ids.flatMap((id) => {
    const found = usable.find((each) => each.id === id);
    return found?.rig ? [{ id, rig: found.rig }] : [];
  });
  const toggle = (id: string) =>
    setParams(
      (ids.includes(id) ? ids.filter((each) => each !== id) : [...ids, id]).map((each): [string, string] => ['rig', each]),
      { replace: true },
    );
  const first = chosen[0]?.rig;

  return (
    <>
      <h2 className="mb-2 text-xl font-semibold">{compareText.compareRigs}</h2>
      <fieldset className="mb-4 flex flex-wrap gap-x-4 gap-y-1 text-sm">
        <legend className="sr-only">{compareText.rigsToCompare}</legend>
        {rigs.map(({ id, name, rig }) => (
          <label key={id} className={`flex items-center gap-1.5 ${rig ? '' : 'text-ink-soft'}`}>
            <input
              type="checkbox"
              checked={ids.includes(id) && rig !== null}
              disabled={rig === null}
              onChange={() => toggle(id)}
              className="accent-accent"
            />
            {name}
            {rig === null && ' (unfinished)'}
          </label>
        ))}
      </fieldset>
      {!first || chosen.length < 2 ? (
        <p className="text-ink-soft">{compareText.chooseTwoRigsOrMore}</p>
      ) : (
        <>
          <ComparePictures chosen={chosen} />
          <Table chosen={chosen} first={first} measure={measure} onMeasure={setMeasure} />
        </>
      )}
    </>
  );
}

/** How many items there are to carry, and how heavy they are as far as it is known. */
function carried(parts: RigParts): string {
  const { items, knownG, unknown } = weightOf(parts);
  const kg = fixed(knownG / 1000, 2);
  if (unknown === items) return say(compareText.itemCount, { items });
  return unknown === 0 ? say(compareText.weighs, { items, kg }) : say(compareText.weighsAtLeast, { items, kg, unknown });
}

interface TableProps {
  readonly chosen: readonly { readonly id: string; readonly rig: Rig }[];
  readonly first: Rig;
  readonly measure: FormatMeasure;
  readonly onMeasure: (measure: FormatMeasure) => void;
}

function Table({ chosen, first, measure, onMeasure }: TableProps) {
  const columns = chosen.map(({ id, rig }) => ({ id, rig, comparison: compared(rig, first.back, measure) }));
  const row = (words: ReactNode, cell: (rig: Rig, comparison: Comparison) => ReactNode) => (
    <tr className="border-b border-hairline align-top">
      <Th scope="row" className="w-52 py-1.5 pr-3 text-left font-normal text-ink-soft">
        {words}
      </Th>
      {columns.map(({ id, rig, comparison }) => (
        <td key={id} className="min-w-44 px-3 py-1.5 tabular-nums">
          {cell(rig, comparison)}
        </td>
      ))}
    </tr>
  );
  const spare = (mm: number | null) => {
    if (mm === null) return compareText.unknown;
    if (mm < 0) return say(compareText.tooSmall, { mm: mmWords(-mm) });
    return mmWords(mm);
  };
  return (
    <>
      <label className="mb-2 block text-sm">
        <span className="mr-1.5 text-ink-soft">{compareText.formatsAreEqualBy}</span>
        <Select value={measure} onChange={(event) => onMeasure(event.target.value as FormatMeasure)}>
          {Object.entries(FORMAT_MEASURES).map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <div className="relative overflow-x-auto">
        <table className="border-collapse text-sm">
          <thead>
            <tr className="border-b border-rule text-left align-bottom">
              <Th>
                <span className="sr-only">{compareText.property}</span>
              </Th>
              {columns.map(({ id, rig }) => (
                <Th key={id} className="max-w-64 px-3 py-1.5 font-semibold">
                  <TextLink to={`/kit/rigs/${id}`} className="hover:text-accent hover:underline">
                    {rig.name}
                  </TextLink>
                </Th>
              ))}
            </tr>
          </thead>
          <tbody>
            {row(compareText.frame, ({ back }) =>
              say(compareText.across, {
                widthMm: fixed(back.widthMm, 1),
                heightMm: mmWords(back.heightMm),
                back: mmWords(diagonalMm(back)),
              }),
            )}
            {row(compareText.lensInTheRig, ({ lens }) =>
              say(compareText.mmTo, {
                focalMm: fixed(lens.focalMm, 1),
                widestFNumber: apertureWords(lens.widestFNumber),
                smallestFNumber: apertureWords(lens.smallestFNumber),
              }),
            )}
            {row(compareText.fieldOfViewLevelUpright, (_rig, { field }) =>
              say(compareText.across2, {
                levelDeg: fixed(field.levelDeg, 1),
                uprightDeg: fixed(field.uprightDeg, 1),
                diagonalDeg: fixed(field.diagonalDeg, 1),
              }),
            )}
            {row(compareText.fromEndToEndOf, (_rig, { withMovements: w, fNumber }) =>
              w === null
                ? compareText.unknownOrTheFrameDoes
                : say(compareText.at, {
                    levelDeg: fixed(w.levelDeg, 1),
                    uprightDeg: fixed(w.uprightDeg, 1),
                    fNumber: apertureWords(fNumber),
                  }),
            )}
            {row(
              <>
                {say(compareText.sameViewOnTheFirst, {
                  back: fixed(measureMm(first.back, measure), 1),
                  formatMeasure: FORMAT_MEASURES[measure],
                })}
              </>,
              (_rig, { equalFocalMm }) => mmWords(equalFocalMm),
            )}
            {row(compareText.withTheSameDepthOf, (_rig, { equalFNumber, fNumber }) =>
              say(compareText.fFor, { equalFNumber: fixed(equalFNumber, 1), fNumber: apertureWords(fNumber) }),
            )}
            {row(compareText.imageCircleWiderThanThe, (_rig, { spareLightMm }) => spare(spareLightMm))}
            {row(compareText.sharpCircleWiderThanThe, (_rig, { spareSharpMm, fNumber }) =>
              say(compareText.at2, { spareSharpMm: spare(spareSharpMm), fNumber: apertureWords(fNumber) }),
            )}
            {row(compareText.movements, ({ mechanism }) => mechanismWords(mechanism))}
            {row(compareText.items, ({ parts }) => carried(parts))}
            {row(compareText.weightOfEvidence, (_rig, { evidence }) => evidence)}
          </tbody>
        </table>
      </div>
      <p className="mt-2 max-w-prose text-xs text-ink-soft">{compareText.landscapeAtInfinityTheFirst}</p>
    </>
  );
}
