import { listed } from '@gangway/messages/list';
import { rigText } from '@gangway/messages/core/rig';
import { say } from '@gangway/messages/say';
import type { Evidence } from '../kit/spec';
import type { RigParts } from '../model/rig';
import { rigDefinition, rigLightCircle } from './effectiveLens';
import type { LightBasis } from './effectiveLens';

const WEIGHT: Readonly<Record<Evidence, string>> = {
  measured: rigText.measured,
  byEye: rigText.judgedByEye,
  table: rigText.fromTheMakersTable,
  guessed: rigText.guessed,
};

/** On what the circles of a rig rest. */
export interface CircleEvidence {
  /** Where the image circle comes from; `null` when there is none. */
  readonly image: { readonly basis: LightBasis; readonly evidence: Evidence | null } | null;
  /** How much the sharp circles weigh, each weight once; empty when none was entered. */
  readonly sharp: readonly Evidence[];
}

/** On what the circles of a rig rest. */
export function circleEvidence(parts: RigParts): CircleEvidence {
  const light = rigLightCircle(parts);
  return {
    image: light.known ? { basis: light.value.basis, evidence: light.value.evidence } : null,
    sharp: [...new Set(rigDefinition(parts).map(({ evidence }) => evidence))],
  };
}

/** On what the circles of a rig rest, as a sentence. */
export function evidenceSentence({ image, sharp }: CircleEvidence): string {
  const weights = listed(sharp.map((each) => WEIGHT[each]));
  if (image === null) return sharp.length === 0 ? rigText.noSharpCircle : say(rigText.sharpCirclesAlone, { weights });
  const from = circleSource(image);
  return sharp.length === 0 ? say(rigText.imageCircleAlone, { from }) : say(rigText.imageAndSharpCircles, { from, weights });
}

function circleSource({ basis, evidence }: NonNullable<CircleEvidence['image']>): string {
  if (basis === 'fieldAngle') return rigText.fromTheFieldAngle;
  if (basis === 'converter') return rigText.whatTheConverterPasses;
  return evidence === null ? rigText.ofUnknownWeight : WEIGHT[evidence];
}
