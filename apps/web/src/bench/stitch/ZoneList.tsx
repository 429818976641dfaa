import { stitchText } from '@gangway/messages/web/bench/stitch';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { MOSAIC_FIGURES as F } from '@gangway/contract/mosaic';
import { zoneStates, type MosaicGiven } from '@gangway/core/stitching/metrics';
import { fixed } from '@gangway/core/words';
import { Button, IconButton } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { StateMark } from '../../ui/StateMark';
import { TextField } from '../../ui/TextField';
import { changeMosaic } from './putMosaic';
import type { Mosaic, Zone } from '@gangway/core/model/mosaic';
import type { ZoneState } from '@gangway/core/stitching/metrics';

function secondsWords(s: number): string {
  return s < 0.1 ? `${fixed(s * 1000, s < 0.01 ? 1 : 0)} ms` : `${fixed(s, s < 10 ? 1 : 0)} s`;
}

/** Parts of the picture in which something moves: seams are kept away from them. They are dragged in the circle. */
export function ZoneList({
  mosaic,
  given,
  geometry,
}: {
  readonly mosaic: Mosaic;
  readonly given: MosaicGiven;
  readonly geometry: Geometry;
}) {
  const states = zoneStates(geometry);
  const set = (i: number, change: Partial<Zone>) =>
    changeMosaic(
      (now) => ({ ...now, zones: now.zones.map((zone, k) => (k === i ? { ...zone, ...change } : zone)) }),
      say(stitchText.zone, { name: mosaic.zones[i]?.name ?? '' }),
    );
  const add = () => {
    const { whole } = given.union;
    const [x, y] = [(whole.left + whole.right) / 2, (whole.lower + whole.upper) / 2];
    const [w, h] = [(whole.right - whole.left) / 10, (whole.upper - whole.lower) / 8];
    return changeMosaic(
      (now) => ({
        ...now,
        zones: [
          ...now.zones,
          {
            name: say(stitchText.people, { length: now.zones.length + 1 }),
            left: x - w,
            right: x + w,
            lower: y - h,
            upper: y + h,
            speedMs: 1.4,
            distanceM: Math.max(1, geometry.settings.scene?.distanceM ?? 10),
          },
        ],
      }),
      stitchText.somethingThatMoves,
    );
  };
  return (
    <div>
      {mosaic.zones.length === 0 && <p className="text-ink-soft">{stitchText.peopleTrafficWaterBranchesBoats}</p>}
      <ul className="grid gap-2">
        {mosaic.zones.map((zone, i) => {
          const state = states[i];
          const good = state && state.px <= 1;
          return (
            <li key={i} data-zone={zone.name} className="border-l-2 border-hairline pl-2">
              <div className="flex items-center gap-1">
                <span className="min-w-0 grow truncate font-medium">{zone.name}</span>
                <StateMark state={good ? 'passes' : 'fails'} size={15} />
                <span className="text-xs tabular-nums">{zoneLabel(state)}</span>
                <IconButton
                  label={say(stitchText.remove, { name: zone.name })}
                  className="size-6"
                  onClick={() =>
                    changeMosaic(
                      (now) => ({ ...now, zones: now.zones.filter((_, k) => k !== i) }),
                      say(stitchText.zoneRemoved, { name: zone.name }),
                    )
                  }
                >
                  <span aria-hidden>×</span>
                </IconButton>
              </div>
              {state && Number.isFinite(state.smoothS) && (
                <p className="text-xs text-ink-soft tabular-nums">
                  {say(stitchText.frozenIfShotTwiceWithin, { frozenS: secondsWords(state.frozenS), smoothS: secondsWords(state.smoothS) })}
                </p>
              )}
              <details>
                <summary className="cursor-pointer text-xs text-ink-soft">{stitchText.values}</summary>
                <div className="grid justify-items-end gap-1">
                  <TextField label={stitchText.what} value={zone.name} onCommit={(name) => set(i, { name })} />
                  <NumberField
                    label={F.speedMs.label}
                    unit="m/s"
                    decimals={1}
                    value={zone.speedMs}
                    onCommit={(speedMs) => set(i, { speedMs })}
                  />
                  <NumberField
                    label={F.distanceM.label}
                    unit="m"
                    decimals={1}
                    value={zone.distanceM}
                    onCommit={(distanceM) => set(i, { distanceM })}
                  />
                  {(['left', 'right', 'lower', 'upper'] as const).map((side) => (
                    <NumberField
                      key={side}
                      label={say(stitchText.edge, { side })}
                      unit="mm"
                      decimals={1}
                      value={zone[side]}
                      onCommit={(mm) => {
                        const next = { ...zone, [side]: mm };
                        if (next.left >= next.right || next.lower >= next.upper)
                          return say(stitchText.edgeMmLiesBeyondThe, { side, mm: fixed(mm, 1) });
                        return set(i, { [side]: mm });
                      }}
                    />
                  ))}
                </div>
              </details>
            </li>
          );
        })}
      </ul>
      <Button className="mt-1.5" onClick={add}>
        {stitchText.somethingMoves}
      </Button>
    </div>
  );
}

function zoneLabel(state: ZoneState | undefined): string {
  if (state?.within != null) return say(stitchText.inFrame, { within: state.within });
  if (state?.between) return say(stitchText.pxOnASeam, { px: fixed(state.px, 0) });
  return stitchText.outside;
}
