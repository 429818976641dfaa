import { movementsText } from '@gangway/messages/core/rig/movements';
import type { ItemOf, Kind, KitItem } from '../kit/item';
import type { RigParts, Between, FrontPart } from '../model/rig';

/** How a rig is put together: lens *mounted* on a body, on a *view* camera or rail, *fixed* in its body, or *held* by hand before an open body. */
export const RIG_KINDS = {
  mounted: movementsText.lensOnABodyWith,
  view: movementsText.viewCameraOrBellowsRail,
  fixed: movementsText.cameraWithALensOf,
  held: movementsText.unmountedLensHeldByHand,
} as const;
export type RigKind = keyof typeof RIG_KINDS;

/** A rig as it is chosen from the kit, by the ids of its components; unfinished while a place is `null`. */
export interface RigPlan {
  readonly kind: RigKind;
  readonly backId: string | null;
  readonly betweenIds: readonly string[];
  readonly cameraId: string | null;
  readonly bag: boolean;
  readonly boardId: string | null;
  readonly lensId: string | null;
  readonly frontIds: readonly string[];
}

export const EMPTY_PLAN: RigPlan = {
  kind: 'mounted',
  backId: null,
  betweenIds: [],
  cameraId: null,
  bag: false,
  boardId: null,
  lensId: null,
  frontIds: [],
};

/**
 * The components of a rig in their order from the back to the front.
 *
 * @param parts the components of a rig
 *
 * @example
 * partsInOrder(parts).map(({ kind }) => kind) // => ['body', 'lens']
 */
export function partsInOrder(parts: RigParts): readonly KitItem[] {
  switch (parts.kind) {
    case 'mounted':
      return [parts.back, ...parts.between, parts.lens, ...parts.front];
    case 'view':
      return [parts.back, ...parts.between, parts.camera, parts.board, parts.lens, ...parts.front];
    case 'fixed':
    case 'held':
      return [parts.back, parts.lens, ...parts.front];
  }
}

/** The adapters and converters between back and lens or camera; none where the kind of rig has no place for them. */
export function between(parts: RigParts): readonly Between[] {
  return parts.kind === 'mounted' || parts.kind === 'view' ? parts.between : [];
}

/** The places that a kind of rig must have filled, in the order of the chain. */
export const PLACES: Readonly<Record<RigKind, readonly Place[]>> = {
  mounted: ['back', 'between', 'lens', 'front'],
  view: ['back', 'between', 'camera', 'board', 'lens', 'front'],
  fixed: ['back', 'lens', 'front'],
  held: ['back', 'lens', 'front'],
};
export type Place = 'back' | 'between' | 'camera' | 'board' | 'lens' | 'front';

export const PLACE_KINDS = {
  back: ['body', 'film'],
  between: ['adapter', 'converter'],
  camera: ['camera'],
  board: ['board'],
  lens: ['lens'],
  front: ['ring', 'filter', 'hood'],
} as const satisfies Readonly<Record<Place, readonly Kind[]>>;

/**
 * What is still to be chosen, or the parts. Ids that name nothing count as not chosen.
 *
 * @param plan which items a rig is made of, by id
 * @param items the kit, by id
 *
 * @example
 * 'kind' in partsOf(plan, items) // => true
 */
export function partsOf(plan: RigPlan, items: ReadonlyMap<string, KitItem>): RigParts | { readonly open: readonly Place[] } {
  const pick = <K extends Kind>(id: string | null, ...kinds: readonly K[]): ItemOf<K> | null => {
    const item = id === null ? undefined : items.get(id);
    return item && isOf(item, kinds) ? item : null;
  };
  const all = <K extends Kind>(ids: readonly string[], ...kinds: readonly K[]): readonly ItemOf<K>[] =>
    ids.map((id) => pick(id, ...kinds)).filter((item) => item !== null);
  const front = all<'ring' | 'filter' | 'hood'>(plan.frontIds, 'ring', 'filter', 'hood') as readonly FrontPart[];
  const lens = pick(plan.lensId, 'lens');
  const body = pick(plan.backId, 'body');
  if (plan.kind === 'view') {
    const back = body ?? pick(plan.backId, 'film');
    const camera = pick(plan.cameraId, 'camera');
    const board = pick(plan.boardId, 'board');
    if (back && camera && board && lens) {
      return { kind: 'view', back, between: all(plan.betweenIds, 'adapter'), camera, bag: plan.bag, board, lens, front };
    }
    return {
      open: [
        ...(back ? [] : ['back' as const]),
        ...(camera ? [] : ['camera' as const]),
        ...(board ? [] : ['board' as const]),
        ...(lens ? [] : ['lens' as const]),
      ],
    };
  }
  if (!body || !lens) return { open: [...(body ? [] : ['back' as const]), ...(lens ? [] : ['lens' as const])] };
  if (plan.kind === 'mounted') {
    return {
      kind: 'mounted',
      back: body,
      between: all<'adapter' | 'converter'>(plan.betweenIds, 'adapter', 'converter') as readonly Between[],
      lens,
      front,
    };
  }
  return { kind: plan.kind, back: body, lens, front };
}

function isOf<K extends Kind>(item: KitItem, kinds: readonly K[]): item is Extract<KitItem, { kind: K }> & ItemOf<K> {
  return (kinds as readonly string[]).includes(item.kind);
}

/** The plan that a set of parts was built by. */
export function planOf(parts: RigParts): RigPlan {
  return {
    ...EMPTY_PLAN,
    kind: parts.kind,
    backId: parts.back.id,
    betweenIds: between(parts).map(({ id }) => id),
    lensId: parts.lens.id,
    frontIds: parts.front.map(({ id }) => id),
    ...(parts.kind === 'view' && { cameraId: parts.camera.id, bag: parts.bag, boardId: parts.board.id }),
  };
}

/** The same rig with every component put through a change that leaves its kind alone. */
function changedParts(parts: RigParts, put: <I extends KitItem>(item: I) => I): RigParts {
  const ends = { lens: put(parts.lens), front: parts.front.map((part) => put(part)) };
  switch (parts.kind) {
    case 'mounted':
      return { ...parts, ...ends, back: put(parts.back), between: parts.between.map((part) => put(part)) };
    case 'view':
      return {
        ...parts,
        ...ends,
        back: put(parts.back),
        between: parts.between.map((part) => put(part)),
        camera: put(parts.camera),
        board: put(parts.board),
      };
    case 'fixed':
    case 'held':
      return { ...parts, ...ends, back: put(parts.back) };
  }
}

/**
 * Parts in which every component of an item's id and kind is that item as it is given.
 *
 * @param parts the components of a rig
 * @param item an item of the kit
 *
 * @example
 * withItem(parts, { ...parts.lens, name: 'Other lens' }).lens.name // => 'Other lens'
 */
export function withItem(parts: RigParts, item: KitItem): RigParts {
  return changedParts(parts, <I extends KitItem>(old: I): I => (old.id === item.id && old.kind === item.kind ? (item as I) : old));
}
