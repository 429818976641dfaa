import { pivotsText } from '@gangway/messages/core/checks/pivots';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import type { PivotLengths } from '../model/movements';
import type { MissingValue } from '../rig/missing';
import { pivotLengths, rigPivots, unknownPivots } from '../rig/pivots';
import { fixed } from '../words';
import type { CheckDefinition, Facts } from './check';
import type { Margin } from './fix';

/** A length that is not known, and between which values it lies, mm. */
interface OpenPivot {
  readonly pivot: keyof PivotLengths;
  readonly range: readonly [number, number];
}

/**
 * Why the answer of a check is unknown although the check could be computed:
 * it changes within what an unknown pivot may be.
 */
export interface PivotDoubt {
  /** The values to enter, of which the pivots follow. */
  readonly asks: readonly MissingValue[];
  readonly open: readonly OpenPivot[];
  /** The least and the most that may be left; `null` when the check has no such number. */
  readonly least: Margin | null;
  readonly most: Margin | null;
}

/** Numbers that are the answer themselves agree within this, mm: half of what a scale is read to. */
const SAME_AMOUNT_MM = 0.25;

type AnyCheck = CheckDefinition<string, Facts>;

/** What an answer comes to: nothing to say, good enough, or not. */
function answer(facts: Facts | null): 'nothing' | 'good' | 'bad' | 'unknown' {
  if (facts === null) return 'nothing';
  if (facts.state === 'unknown') return 'unknown';
  return facts.state === 'fails' ? 'bad' : 'good';
}

/**
 * What a check finds, tried at both ends of every pivot that is not known and
 * matters: where the answers differ it is *unknown* and says what is missing;
 * where only the margins differ the least counts.
 *
 * @param definition a check
 * @param geometry what follows from the settings of a setup
 */
export function withPivotDoubt(definition: AnyCheck, geometry: Geometry): Facts | null {
  const nominal = definition.evaluate(geometry);
  if (definition.onPivots === undefined || !geometry.turned) return nominal;
  const { rig, front, rear } = geometry.settings;
  const open = unknownPivots(rig, front, rear);
  if (open.length === 0) return nominal;
  const tried = [nominal, ...endsOf(open, geometry).map((each) => definition.evaluate(each))];
  const answers = new Set(tried.map(answer));
  const [any] = tried.filter((facts) => facts !== null);
  if (any === undefined) return null;
  if (answers.has('unknown')) return tried.find((facts) => facts?.state === 'unknown') ?? nominal;
  const margins = tried.flatMap((facts) => (facts ? [definition.margin(facts)] : []));
  const known = margins.filter((margin) => margin !== null).sort((a, b) => a.value - b.value);
  const [least = null, most = null] = [known[0], known.at(-1)];
  const sameAmount = definition.onPivots.byAmount !== true || (most?.value ?? 0) - (least?.value ?? 0) < SAME_AMOUNT_MM;
  if (answers.size === 1 && sameAmount) return leastOf(definition, tried) ?? nominal;
  const pivots = rigPivots(rig.parts);
  return {
    ...(nominal ?? any),
    state: 'unknown',
    doubt: {
      asks: open.flatMap((key) => pivots[key].asks),
      open: open.map((pivot) => ({ pivot, range: pivots[pivot].range })),
      least,
      most,
    },
  };
}

/** The setup with every open pivot at either end of its range. */
function endsOf(open: readonly (keyof PivotLengths)[], { settings }: Geometry): readonly Geometry[] {
  const nominal = pivotLengths(settings.rig);
  const pivots = rigPivots(settings.rig.parts);
  const lengths = open.reduce<readonly PivotLengths[]>(
    (all, key) => all.flatMap((each) => pivots[key].range.map((mm) => ({ ...each, [key]: mm }))),
    [nominal],
  );
  return lengths.map((triedPivots) => freshGeometry({ ...settings, rig: { ...settings.rig, triedPivots } }));
}

/** Of answers that agree the one with the least left. */
function leastOf(definition: AnyCheck, tried: readonly (Facts | null)[]): Facts | null {
  let least: Facts | null = null;
  let value = Infinity;
  for (const facts of tried) {
    const margin = facts && definition.margin(facts);
    if (facts && margin && margin.value < value) [least, value] = [facts, margin.value];
  }
  return least;
}

/**
 * The sentence of a check that is in doubt.
 *
 * @param whether how the sentence begins
 * @param doubt what is missing and what may be left
 */
export function doubtSentence(whether: string, { open, least, most }: PivotDoubt): string {
  const on = listed(open.map(({ pivot, range }) => say(pivotsText[pivot], { from: fixed(range[0], 0), to: fixed(range[1], 0) })));
  return least && most
    ? say(pivotsText.dependsOnWithMargins, { whether, on, least: marginText(least), most: marginText(most) })
    : say(pivotsText.dependsOn, { whether, on });
}

function marginText({ value, unit }: Margin): string {
  const amount = `${fixed(Math.abs(value), 1)} ${unit}`;
  return say(value < 0 ? pivotsText.short : pivotsText.toSpare, { amount });
}
