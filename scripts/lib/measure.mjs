import { say } from './say.mjs';

export const sorted = (list) => [...list].sort((a, b) => a - b);
export const quantile = (list, q) => sorted(list)[Math.min(list.length - 1, Math.floor(list.length * q))];
export const median = (list) => quantile(list, 0.5);

/** Measured against its limit: a ratio under 1 is within it. */
export const report = (what, value, limit, unit) =>
  say(`${what.padEnd(58)} ${value.toFixed(1).padStart(8)} ${unit} of ${limit} (${(value / limit).toFixed(2)})`);

/** The same for what must be at least the limit: a ratio over 1 is within it. */
export const reportAtLeast = (what, value, limit, unit) =>
  say(`${what.padEnd(58)} ${value.toFixed(1).padStart(8)} ${unit}, at least ${limit} (${(value / limit).toFixed(2)})`);

/** Processor time used so far: what a busy neighbour can't lengthen. */
export const cpuMs = () => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};

/** Processor time of some rounds of work, ms. */
export const timed = (work, rounds = 7) =>
  Array.from({ length: rounds }, () => {
    const at = cpuMs();
    work();
    return cpuMs() - at;
  });
