import { buildStale } from './lib/build.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { main } from './lib/say.mjs';

await main(async () => {
  checkNode();
  installPackages();
  await buildStale();
});
