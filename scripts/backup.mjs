// Backups: `npx gangway backup FILE`, `restore FILE`, `verify FILE`; the start
// command calls it as `nightly`.
import { resolve } from 'node:path';
import { backUp, countsLine, nightly, restoreBackup, verifyBackup } from './lib/backup.mjs';
import { dataFolder } from './lib/paths.mjs';
import { main, say, Trouble } from './lib/say.mjs';

const COMMANDS = {
  backup: async (file, folder, store) => {
    const { counts, missing } = await backUp(folder, file, { store });
    say(`${file} has ${countsLine(counts)}.`);
    if (store === null) say('The files of the store are in a bucket, and not in it.');
    if (missing.length > 0) say(`${missing.length} files that it should have are missing in the store, ${missing[0]} for one.`);
  },
  verify: async (file) => {
    const { made, counts } = await verifyBackup(file);
    say(`${file} is whole: made ${made}, ${countsLine(counts)}.`);
  },
  restore: async (file, folder) => {
    const { manifest, kept } = await restoreBackup(file, folder);
    say(`${folder} is as it was on ${manifest.made}: ${countsLine(manifest.counts)}.`);
    if (kept !== null) say(`What was there before is kept in ${kept}; delete it when all is well.`);
  },
  nightly: async (_file, folder, store) => {
    const name = await nightly(folder, { store });
    if (name !== null) say(`Backed up to ${name}.`);
  },
};

await main(async () => {
  const [command = '', file = ''] = process.argv.slice(2);
  const make = COMMANDS[command];
  if (!make) throw new Trouble(`There is no “${command}”; there are ${Object.keys(COMMANDS).join(', ')}.`);
  if (file === '' && command !== 'nightly') throw new Trouble(`Name the file: npx gangway ${command} FILE`);
  const { GANGWAY_STORE: store } = process.env;
  process.umask(0o077);
  const place = store !== undefined && /^[a-z0-9]+:\/\//u.test(store) ? null : store;
  await make(file === '' ? '' : resolve(file), dataFolder(), place);
});
