// Property tests draw the same cases every time, unless a soak asks for new ones and more of them.
const fc = require('fast-check');

const more = Number(process.env.TAMPER_SOAK ?? 1);
fc.configureGlobal({ seed: Number(process.env.TAMPER_SEED ?? 20261126), numRuns: 100 * more });
