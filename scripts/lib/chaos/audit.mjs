import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';

/** What is wrong after the trial, in words; empty when nothing is. */
export function auditTakes(ledgers, events) {
  const wrong = [];
  const stored = new Map();
  for (const event of events) {
    if (stored.has(event.id)) wrong.push(`event ${event.id} is there twice`);
    stored.set(event.id, event.payload);
  }
  let acknowledged = 0;
  for (const ledger of ledgers)
    for (const [id, payload] of ledger) {
      acknowledged += 1;
      const found = stored.get(id);
      if (found === undefined) wrong.push(`event ${id} was acknowledged and is lost`);
      else if (JSON.stringify(sorted(found)) !== JSON.stringify(sorted(JSON.parse(payload))))
        wrong.push(`event ${id} is not as it was sent`);
    }
  return { wrong, acknowledged };
}

const sorted = (value) =>
  value && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(
        Object.keys(value)
          .sort()
          .map((k) => [k, sorted(value[k])]),
      )
    : value;

const sumOf = (file) => execFileSync('xxh64sum', [file], { encoding: 'utf8' }).replace(/^\\/, '').split(' ')[0];

/** Every copy that is called verified, by the system's own tool against what lies on the card. */
export function auditCopies(files, cards, drives) {
  const wrong = [];
  let compared = 0;
  for (const file of files.filter((f) => f.state === 'verified')) {
    const card = cards.find((c) => c.id === file.cardId);
    const drive = drives.find((d) => d.id === file.driveId);
    const copy = path.join(drive.path, card.label, file.path);
    if (!existsSync(copy)) wrong.push(`${copy} is called verified and is not there`);
    else if (sumOf(copy) !== sumOf(path.join(card.path, file.path)))
      wrong.push(`${copy} is called verified and differs`);
    compared += 1;
  }
  return { wrong, compared };
}

/** Tables in which what a window shows differs from what the server has. */
export function auditWindow(shown, server) {
  const byId = (rows) => JSON.stringify([...(rows ?? [])].map((r) => JSON.stringify(sorted(r))).sort());
  return Object.keys(server)
    .filter((table) => byId(shown[table]) !== byId(server[table]))
    .map((table) => `the window’s ${table} are not the server’s`);
}
