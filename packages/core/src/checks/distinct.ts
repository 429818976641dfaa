import type { Fix } from './fix';
import { fixSetting } from './wording';

/** The first few fixes of which no two say the same; what is found in two ways is offered once. Later ones are not worked out. */
export function firstDistinct(fixes: Iterable<Fix | null>, most: number): readonly Fix[] {
  const bySetting = new Map<string, Fix>();
  for (const fix of fixes) {
    if (fix === null) continue;
    const setting = fixSetting(fix);
    if (!bySetting.has(setting)) bySetting.set(setting, fix);
    if (bySetting.size === most) break;
  }
  return [...bySetting.values()];
}
