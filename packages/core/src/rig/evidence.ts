import type { Evidence } from '../kit/figure';
import { capital } from '../words';
import { rigDefinition, rigLightCircle } from './effectiveLens';
import type { RigParts } from '../model/rig';
import type { LightBasis } from './effectiveLens';

const WEIGHT: Readonly<Record<Evidence, string>> = { measured: 'measured', table: 'from the maker’s table', guessed: 'guessed' };

/** On what the circles of a rig rest, in words. */
export function evidenceWords(parts: RigParts): string {
  const light = rigLightCircle(parts);
  const rows = rigDefinition(parts);
  const said: string[] = [];
  if (light.known) {
    const { basis, evidence } = light.value;
    const from = circleSource(basis, evidence);
    said.push(`Image circle ${from}`);
  }
  if (rows.length === 0) said.push('no sharp circle: 80 % of the image circle is assumed (common practice)');
  else said.push(`sharp circles ${[...new Set(rows.map(({ evidence }) => WEIGHT[evidence]))].join(' and ')}`);
  return `${capital(said.join('; '))}.`;
}

function circleSource(basis: LightBasis, evidence: 'measured' | 'guessed' | 'table' | null): string {
  if (basis === 'field angle') return 'from the field angle';
  if (basis === 'converter') return 'what the converter passes';
  if (evidence === null) return 'of unknown weight';
  return WEIGHT[evidence];
}
