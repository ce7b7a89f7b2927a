/**
 * Properties draw the same cases at every run, so that a change is judged by what it changes and not
 * by luck. Other cases are looked for on purpose: CHANCE=any for new ones, CHANCE=<number> for those of
 * a seed that a failure printed.
 */
const fc = require('fast-check');

const chance = process.env.CHANCE ?? '20261126';
if (chance !== 'any') fc.configureGlobal({ seed: Number(chance) });
