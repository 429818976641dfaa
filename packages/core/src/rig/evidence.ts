import { rigText } from '@gangway/messages/core/rig';
import { say } from '@gangway/messages/say';
import type { Evidence } from '../kit/figure';
import { capital } from '../words';
import { rigDefinition, rigLightCircle } from './effectiveLens';
import type { RigParts } from '../model/rig';
import type { LightBasis } from './effectiveLens';

const WEIGHT: Readonly<Record<Evidence, string>> = {
  measured: rigText.measured,
  table: rigText.fromTheMakersTable,
  guessed: rigText.guessed,
};

/** On what the circles of a rig rest, in words. */
export function evidenceWords(parts: RigParts): string {
  const light = rigLightCircle(parts);
  const rows = rigDefinition(parts);
  const said: string[] = [];
  if (light.known) {
    const { basis, evidence } = light.value;
    const from = circleSource(basis, evidence);
    said.push(say(rigText.imageCircle, { from }));
  }
  if (rows.length === 0) said.push(rigText.noSharpCircle80Of);
  else
    said.push(
      say(rigText.sharpCircles, {
        value: [...new Set(rows.map(({ evidence }) => WEIGHT[evidence]))].reduce((first, second) =>
          say(rigText.twoWeights, { first, second }),
        ),
      }),
    );
  return `${capital(said.join('; '))}.`;
}

function circleSource(basis: LightBasis, evidence: 'measured' | 'guessed' | 'table' | null): string {
  if (basis === 'fieldAngle') return rigText.fromTheFieldAngle;
  if (basis === 'converter') return rigText.whatTheConverterPasses;
  if (evidence === null) return rigText.ofUnknownWeight;
  return WEIGHT[evidence];
}
