/**
 * The share of a pupil's light that passes a round rim whose centre lies d
 * aside: the area that two discs have in common, over that of the pupil. Half
 * is lost a little before the rim reaches the middle of the pupil, because the
 * rim is round. Source: area of a circular lens, plane geometry.
 *
 * @param rimMm radius of the rim, mm
 * @param asideMm distance of their centres, mm
 * @param pupilMm radius of the pupil, mm
 *
 * @example
 * passedShare(10, 20, 10) // => 0
 */
export function passedShare(rimMm: number, asideMm: number, pupilMm: number): number {
  if (asideMm + pupilMm <= rimMm) return 1;
  if (asideMm >= rimMm + pupilMm) return 0;
  if (asideMm + rimMm <= pupilMm) return (rimMm / pupilMm) ** 2;
  const angle = (r: number, other: number): number => Math.acos((asideMm ** 2 + r ** 2 - other ** 2) / (2 * asideMm * r));
  const [a, b] = [angle(pupilMm, rimMm), angle(rimMm, pupilMm)];
  const common = pupilMm ** 2 * (a - Math.sin(2 * a) / 2) + rimMm ** 2 * (b - Math.sin(2 * b) / 2);
  return common / (Math.PI * pupilMm ** 2);
}
