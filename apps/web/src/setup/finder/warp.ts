import { TABLE_ROWS, type AberrationTable } from '@gangway/core/aberrations/warp';
import type { FinderView } from './view';

/**
 * `idealPlace` of the core in a shader, by a table of the aberrations: from
 * which place of the ideal picture, mm from the foot of the lens, comes what is
 * drawn at a place through a point of the aperture. `error_` answers the errors
 * of focus, distortion and falloff at a place.
 */
export const WARP = /* glsl */ `
  // Whether there is anything to do, image height of the last row, share of the aperture, focal length; all mm.
  uniform vec4 lens_;
  uniform vec4 table[${TABLE_ROWS}];
  vec4 error_(vec2 place, float image, vec3 axis) {
    vec3 ray = vec3(place, image);
    float height = lens_.w * length(cross(ray, axis)) / max(1e-6, dot(ray, axis));
    float row = clamp(height / lens_.y, 0.0, 1.0) * float(${TABLE_ROWS - 1});
    int low = int(min(floor(row), float(${TABLE_ROWS - 2})));
    return mix(table[low], table[low + 1], row - float(low));
  }
  vec2 ideal(vec2 place, float image, vec3 axis, vec2 aperture) {
    vec4 e = error_(place, image, axis);
    vec2 foot = image * axis.xy / axis.z;
    vec2 from = place - foot;
    float r = length(from);
    vec2 out_ = r == 0.0 ? vec2(1.0, 0.0) : from / r;
    vec2 beside = vec2(-out_.y, out_.x);
    vec2 off = -lens_.z * (e.y * dot(aperture, out_) * out_ + e.x * dot(aperture, beside) * beside);
    return foot + (from - off) / (1.0 + e.z);
  }`;

/** The values of the shader’s table. */
export function warpUniforms(
  table: AberrationTable | null,
  focalMm: number,
): { readonly lens_: readonly number[]; readonly table: readonly number[] } {
  return table
    ? { lens_: [1, table.lastMm, table.share, focalMm], table: table.rows }
    : { lens_: [0, 1, 0, focalMm], table: Array.from({ length: 4 * TABLE_ROWS }, () => 0) };
}

/** How much larger than the frame the ideal picture is drawn. */
export function overscanOf({ aberrations }: FinderView): number {
  return aberrations?.overscan ?? 1;
}
