import fc from 'fast-check';

/**
 * The property tests of a run throw the same examples every time: a run says
 * of a change whether it broke something, not whether this time a throw was
 * lucky. `npm run dice` throws others, again and again, to look for more.
 */
fc.configureGlobal({ seed: Number(process.env.GANGWAY_DICE ?? 31) });
// Simpler examples of what failed are sought for so long, ms; no passing test takes
// nearly as long, on a machine several times as slow as this one either.
fc.installGlobalPlugin(fc.interruptAfterTimeLimit(300_000, { failOnInterrupt: true }));
