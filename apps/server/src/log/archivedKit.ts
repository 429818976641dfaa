import { logText } from '@gangway/messages/server/log';
import { say } from '@gangway/messages/say';
import type { ArchivedJob } from '@gangway/contract/archive';
import type { KitRig } from '@gangway/contract/kit';
import { copyName } from '@gangway/contract/freeName';
import { asc, inArray } from 'drizzle-orm';
import type { DbOrTx } from '../db/connect';
import { itemColumns, itemIn, planColumns, planIn, templateColumns, templateIn } from '../db/records';
import { cardTemplates, kitItems, kitRigs, setups } from '../db/schema';
import { HttpError } from '../httpError';
import { idsIn } from '../kit';

// An archive of a job brings what its setups were made with, so that the rigs can
// be opened and changed where the job goes. What is there already stays as it is.

type ArchivedKit = Pick<ArchivedJob, 'kit' | 'templates'>;

/** The rigs and items that setups use, the items that these rigs are built from, and all card templates. */
export async function kitOf(db: DbOrTx, setupIds: readonly string[]): Promise<ArchivedKit> {
  const rows =
    setupIds.length === 0
      ? []
      : await db
          .select({ kitIds: setups.kitIds })
          .from(setups)
          .where(inArray(setups.id, [...setupIds]));
  const used = new Set(rows.flatMap(({ kitIds }) => kitIds ?? []));
  const rigs = (await db.select().from(kitRigs).orderBy(asc(kitRigs.createdAt), asc(kitRigs.id)))
    .filter(({ id }) => used.has(id))
    .map((row) => ({ id: row.id, name: row.name, plan: planIn(row) }));
  const needed = new Set([...used, ...rigs.flatMap(idsIn)]);
  const items = (await db.select().from(kitItems).orderBy(asc(kitItems.createdAt), asc(kitItems.id)))
    .filter(({ id }) => needed.has(id))
    .map(itemIn);
  const templates = await db.select().from(cardTemplates).orderBy(asc(cardTemplates.createdAt), asc(cardTemplates.id));
  return { kit: { items, rigs }, templates: templates.map((row) => ({ id: row.id, name: row.name, card: templateIn(row) })) };
}

/** Refuses a rig that names an item which is neither in the archive nor in the kit here. */
async function refuseLostItems(tx: DbOrTx, rigs: readonly KitRig[]): Promise<void> {
  const named = [...new Set(rigs.flatMap(idsIn))];
  if (named.length === 0) return;
  const rows = await tx.select({ id: kitItems.id }).from(kitItems).where(inArray(kitItems.id, named));
  const present = new Set(rows.map(({ id }) => id));
  const lost = rigs.find((rig) => idsIn(rig).some((id) => !present.has(id)));
  if (lost)
    throw new HttpError(422, 'damaged', say(logText.thisArchiveIsDamagedNothing, { why: say(logText.rigNamesAnItemNotInIt, lost) }), {
      path: ['file'],
    });
}

/** Adds what is not here yet, under the ids of the archive; what is here keeps its values. */
export async function addKit(tx: DbOrTx, { kit, templates }: ArchivedKit): Promise<void> {
  const now = Date.now();
  for (const [order, item] of kit.items.entries())
    await tx
      .insert(kitItems)
      .values({ id: item.id, ...itemColumns(item), createdAt: new Date(now + order) })
      .onConflictDoNothing();
  await refuseLostItems(tx, kit.rigs);
  for (const [order, { id, name, plan }] of kit.rigs.entries())
    await tx
      .insert(kitRigs)
      .values({ id, name, ...planColumns(plan), createdAt: new Date(now + order) })
      .onConflictDoNothing();
  const names = (await tx.select({ name: cardTemplates.name }).from(cardTemplates)).map(({ name }) => name);
  for (const [order, { id, name, card }] of templates.entries()) {
    const called = names.includes(name) ? copyName(name, names) : name;
    const added = await tx
      .insert(cardTemplates)
      .values({ id, name: called, ...templateColumns(card), createdAt: new Date(now + order) })
      .onConflictDoNothing()
      .returning({ id: cardTemplates.id });
    if (added.length > 0) names.push(called);
  }
}
