import type { RigParts } from '../../model/rig';
import { STATE_ORDER } from '../../state';
import { circleVerdict } from './circle';
import { fitVerdict } from './fit';
import { movementsVerdict } from './movements';
import { infinityVerdict, nearestVerdict } from './reach';
import { recordingVerdict } from './recording';
import { frontVerdict, throatVerdict } from './shading';
import { specsVerdict } from './specs';
import { thicknessVerdict } from './thickness';
import type { VerdictDefinition, VerdictFacts } from './verdict';

/** Every verdict there is, in the order of the chain. */
const VERDICTS = [
  specsVerdict,
  fitVerdict,
  thicknessVerdict,
  infinityVerdict,
  nearestVerdict,
  circleVerdict,
  movementsVerdict,
  throatVerdict,
  frontVerdict,
  recordingVerdict,
] as const;

type Entry = (typeof VERDICTS)[number];

/** What a verdict on a rig is about; at most one of each. */
export type VerdictKind = Entry['kind'];

/** The name of every verdict. */
export const VERDICT_KINDS: readonly VerdictKind[] = VERDICTS.map(({ kind }) => kind);

type GivenBy<D> = D extends VerdictDefinition<infer K, infer F> ? F & { readonly kind: K } : never;

/** What Gangway has found of one side of a rig, with its kind. */
export type Verdict = GivenBy<Entry>;

const DEFINITIONS: readonly VerdictDefinition<string, VerdictFacts>[] = VERDICTS;

function definitionOf(kind: VerdictKind): VerdictDefinition<string, VerdictFacts> {
  const found = DEFINITIONS.find((each) => each.kind === kind);
  if (!found) throw new Error(`there is no verdict “${kind}”`);
  return found;
}

/**
 * A verdict as one sentence.
 *
 * @param verdict what was found of a rig
 *
 * @example
 * verdictsOf(parts).map(verdictSentence)[3] // => 'Infinity is reached.'
 */
export const verdictSentence = (verdict: Verdict): string => definitionOf(verdict.kind).message(verdict);

/**
 * What stands behind the sentence of a verdict; `null` when nothing more is to be said.
 *
 * @param verdict what was found of a rig
 *
 * @example
 * verdictsOf(parts).map(verdictNote)[3] // => null
 */
export const verdictNote = (verdict: Verdict): string | null => definitionOf(verdict.kind).note(verdict);

/**
 * All verdicts on a rig, worst first. Every one was computed; what cannot be is *unknown* and says what it needs.
 *
 * @param parts the components of a rig
 *
 * @example
 * verdictsOf(parts).map(({ kind }) => kind) // => ['nearest', 'fit', 'thickness', 'infinity', 'circle', 'movements', 'throat', 'recording']
 */
export function verdictsOf(parts: RigParts): readonly Verdict[] {
  const given = DEFINITIONS.flatMap((each) => {
    const facts = each.evaluate(parts);
    // A definition gives the facts of its own kind.
    return facts === null ? [] : [{ ...facts, kind: each.kind } as Verdict];
  });
  // A stable sort: of the same state they stay in the order of the chain.
  return given.sort((a, b) => STATE_ORDER.indexOf(a.state) - STATE_ORDER.indexOf(b.state));
}
