import { kitText } from '@gangway/messages/server/kit';
import { say } from '@gangway/messages/say';
import { asc, eq, and, sql } from 'drizzle-orm';
import express, { Router } from 'express';
import { kitChangesSchema, kitFileSchema, type Kit, type KitChange, type KitRig } from '@gangway/contract/kit';
import type { KitItem } from '@gangway/core/kit/item';
import { z } from 'zod';
import type { Db, DbOrTx } from './db/connect';
import { itemColumns, itemIn, planColumns, planIn } from './db/records';
import { kitItems, kitRigs, setups } from './db/schema';
import { isFirst } from './db/writes';
import { parsed, HttpError } from './httpError';

/** How often each id stands in a setup, deleted ones included: they can come back. */
async function useInSetups(db: DbOrTx): Promise<ReadonlyMap<string, number>> {
  const { rows } = await db.execute<{ id: string; setups: number }>(sql`
    select used.id, count(distinct ${setups.id})::int as setups
    from ${setups}, jsonb_array_elements_text(${setups.kitIds}) as used(id)
    where used.id is not null group by used.id`);
  return new Map(rows.map(({ id, setups }) => [id, setups]));
}

/** The ids of the items that a rig is built from. */
export function idsIn({ plan }: KitRig): readonly string[] {
  return [plan.backId, ...plan.betweenIds, plan.cameraId, plan.boardId, plan.lensId, ...plan.frontIds].filter((id) => id !== null);
}

/** The whole kit: it is small, and every rig is judged from all of it. */
export async function wholeKit(db: DbOrTx): Promise<Kit> {
  const items = await db.select().from(kitItems).orderBy(asc(kitItems.createdAt), asc(kitItems.id));
  const rigs = (await db.select().from(kitRigs).orderBy(asc(kitRigs.createdAt), asc(kitRigs.id))).map((row) => ({
    rig: { id: row.id, name: row.name, plan: planIn(row) },
    version: row.version,
    archived: row.archived,
  }));
  const inSetups = await useInSetups(db);
  const inRigs = new Map<string, number>();
  for (const { rig } of rigs) for (const id of new Set(idsIn(rig))) inRigs.set(id, (inRigs.get(id) ?? 0) + 1);
  return {
    items: items.map((row) => ({
      item: itemIn(row),
      version: row.version,
      archived: row.archived,
      used: { rigs: inRigs.get(row.id) ?? 0, setups: inSetups.get(row.id) ?? 0 },
    })),
    rigs: rigs.map((row) => ({ ...row, used: { rigs: 0, setups: inSetups.get(row.rig.id) ?? 0 } })),
  };
}

/** Puts items and rigs in as they are given, over what has the same id. */
export async function putKit(tx: DbOrTx, items: readonly KitItem[], rigs: readonly KitRig[]): Promise<void> {
  const from = Date.now();
  const again = { archived: false, updatedAt: sql`now()` };
  for (const [order, item] of items.entries()) {
    await tx
      .insert(kitItems)
      .values({ id: item.id, ...itemColumns(item), createdAt: new Date(from + order) })
      .onConflictDoUpdate({ target: kitItems.id, set: { ...again, version: sql`${kitItems.version} + 1`, ...itemColumns(item) } });
  }
  for (const [order, { id, name, plan }] of rigs.entries()) {
    await tx
      .insert(kitRigs)
      .values({ id, name, ...planColumns(plan), createdAt: new Date(from + order) })
      .onConflictDoUpdate({ target: kitRigs.id, set: { ...again, version: sql`${kitRigs.version} + 1`, name, ...planColumns(plan) } });
  }
}

/** What uses the things of the kit while changes are made, one after the other. */
interface Use {
  /** How many setups hold each id. */
  readonly inSetups: ReadonlyMap<string, number>;
  /** How many rigs of the kit name each id. */
  readonly inRigs: Map<string, number>;
  readonly rigs: Map<string, KitRig>;
}

async function useOf(tx: DbOrTx): Promise<Use> {
  const use: Use = { inSetups: await useInSetups(tx), inRigs: new Map(), rigs: new Map() };
  for (const row of await tx.select().from(kitRigs)) counted(use, row.id, { id: row.id, name: row.name, plan: planIn(row) });
  return use;
}

/** A rig as it is from now on; `null` for none. */
function counted({ inRigs, rigs }: Use, id: string, rig: KitRig | null): void {
  const add = (each: KitRig, n: number) => {
    for (const part of new Set(idsIn(each))) inRigs.set(part, (inRigs.get(part) ?? 0) + n);
  };
  const before = rigs.get(id);
  if (before) add(before, -1);
  if (rig) add(rig, 1);
  if (rig) rigs.set(id, rig);
  else rigs.delete(id);
}

async function make(
  { tx, use }: { readonly tx: DbOrTx; readonly use: Use },
  change: KitChange,
  at: number,
  createdAt: Date,
): Promise<void> {
  const path = ['changes', at, 'version'];
  const stale = (name: string) =>
    new HttpError(409, 'changed_elsewhere', say(kitText.wasChangedSomewhereElseMeanwhile, { name }), { path });
  switch (change.op) {
    case 'putItem': {
      const { item, archived, version } = change;
      const rows =
        version === null
          ? await tx
              .insert(kitItems)
              .values({ id: item.id, ...itemColumns(item), archived, createdAt })
              .onConflictDoNothing()
              .returning()
          : await tx
              .update(kitItems)
              .set({ ...itemColumns(item), archived, version: version + 1, updatedAt: sql`now()` })
              // What a thing is never changes: a lens does not become a board.
              .where(and(eq(kitItems.id, item.id), eq(kitItems.version, version), sql`${kitItems.item} ->> 'kind' = ${item.kind}`))
              .returning();
      if (rows.length === 0) throw stale(item.name);
      return;
    }
    case 'putRig': {
      const { rig, archived, version } = change;
      const { id, name, plan } = rig;
      const rows =
        version === null
          ? await tx
              .insert(kitRigs)
              .values({ id, name, ...planColumns(plan), archived, createdAt })
              .onConflictDoNothing()
              .returning()
          : await tx
              .update(kitRigs)
              .set({ name, ...planColumns(plan), archived, version: version + 1, updatedAt: sql`now()` })
              .where(and(eq(kitRigs.id, id), eq(kitRigs.version, version)))
              .returning();
      if (rows.length === 0) throw stale(name);
      counted(use, id, rig);
      return;
    }
    case 'removeItem':
    case 'removeRig': {
      const table = change.op === 'removeItem' ? kitItems : kitRigs;
      const { id, version } = change;
      const [present] = await tx.select({ row: table }).from(table).where(eq(table.id, id));
      if (!present) throw new HttpError(404, 'not_found', kitText.thereIsNoSuchThing, { path: ['changes', at, 'id'] });
      const mine = and(eq(table.id, id), eq(table.version, version));
      const used = (use.inSetups.get(id) ?? 0) + (use.inRigs.get(id) ?? 0) > 0;
      const rows = used
        ? await tx
            .update(table)
            .set({ archived: true, version: version + 1, updatedAt: sql`now()` })
            .where(mine)
            .returning({ id: table.id })
        : await tx.delete(table).where(mine).returning({ id: table.id });
      if (rows.length === 0) throw stale('item' in present.row ? itemIn(present.row).name : present.row.name);
      if (change.op === 'removeRig' && !used) counted(use, id, null);
    }
  }
}

/** A rig must name only what is in the kit. */
function checkRigs(kit: Kit): void {
  const ids = new Set(kit.items.map(({ item }) => item.id));
  for (const { rig } of kit.rigs) {
    const lost = idsIn(rig).find((id) => !ids.has(id));
    if (lost !== undefined)
      throw new HttpError(400, 'no_such_item', say(kitText.theRigNamesAComponent, { name: rig.name }), { path: ['changes'] });
  }
}

/** A kit of some thousand items is well under this. */
const LARGEST = '4mb';

export function kitRoutes(db: Db): Router {
  const router = Router();

  router.get('/kit', async (_req, res) => {
    res.json(await wholeKit(db));
  });

  router.get('/kit/schema', (_req, res) => {
    res.json(z.toJSONSchema(kitFileSchema, { io: 'input' }));
  });

  /** All changes or none; what is removed but used is archived instead. */
  router.post('/kit/changes', express.json({ limit: LARGEST }), async (req, res) => {
    const { writeId, changes } = parsed(kitChangesSchema, req.body);
    const made = db.transaction(async (tx) => {
      await tx.execute(sql`select pg_advisory_xact_lock(7126833)`);
      if (!(await isFirst(tx, writeId))) return wholeKit(tx);
      const [from, use] = [Date.now(), await useOf(tx)];
      for (const [at, change] of changes.entries()) await make({ tx, use }, change, at, new Date(from + at));
      const after = await wholeKit(tx);
      checkRigs(after);
      return after;
    });
    const kit = await made.catch(async (error: unknown) => {
      if (!(error instanceof HttpError) || error.status !== 409) throw error;
      throw new HttpError(409, error.code, error.message, { path: error.path, more: { present: await wholeKit(db) } });
    });
    res.json(kit);
  });

  return router;
}
