// Before the tests of the core: property tests draw the same cases every time, unless a soak asks for new ones and more of them.
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env.TAMPER_SEED ?? 20_261_126), numRuns: 100 * Number(process.env.TAMPER_SOAK ?? 1) });
