import { QueryTypes, type Transaction } from 'sequelize';
import { forgetPerson, personTraces } from '@kavrell/contract';
import { forgetter, forgotten, forgottenPerson, forgottenRecord } from '@kavrell/core/forget';
import type { Person } from '@kavrell/core/people';
import { TABLE_NAMES, identityOf, type TableName } from '@kavrell/core/tables';
import type { Context } from '../platform/context.ts';
import { rowsNamed } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { keepingHouse } from './keepingHouse.ts';
import { sweepFiles } from './erase.ts';
import { takeAwayBundles } from '../wrap/bundles.ts';

/** How much of somebody there is in one production, and how much was taken out. */
interface Traces {
  rows: number;
  sheets: number;
  history: number;
  files: number;
}
type Row = Record<string, unknown>;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
/** What differs between two rows, as values to write. */
const differing = (before: Row, after: Row): Row =>
  Object.fromEntries(Object.entries(after).filter(([k, v]) => !same(before[k], v)));

/** The people of this very name, of each production that is not gone; and, as one of them, what the book of the house says of them. */
async function namesakes({ db }: Context, person: Person): Promise<(Person & { title: string })[]> {
  const theirs = await db.query<Person & { title: string }>(
    `SELECT e.id, e.production_id AS "productionId", e.name, e.short_name AS "shortName", e.email, e.phone, e.kind, e.role, e.department, e.photo_hash AS "photoHash", p.title
     FROM people e JOIN productions p ON p.id = e.production_id WHERE lower(e.name) = lower($1) ORDER BY p.title, e.id`,
    { bind: [person.name], type: QueryTypes.SELECT },
  );
  const [house] = await db.query<{ productionId: string }>(
    'SELECT production_id AS "productionId" FROM house_productions',
    { type: QueryTypes.SELECT },
  );
  return house
    ? [...theirs, { ...person, ...house, photoHash: null, title: 'The house: own kit and the book' }]
    : theirs;
}

/** Messages and what was taken out before are looked at apart; what was issued is never changed: the law asks for it as it was. */
const APART: ReadonlySet<TableName> = new Set(['messages', 'erasures', 'moneyPapers']);

/** Goes through one production and either counts what tells of a person or takes it out. */
class Forgetting {
  private readonly context: Context;
  private readonly person: Person;
  private readonly transaction: Transaction | undefined;
  private readonly turn: (text: string) => string;
  readonly found: Traces = { rows: 0, sheets: 0, history: 0, files: 0 };

  /** Without a transaction it only counts. */
  constructor(context: Context, person: Person, transaction?: Transaction) {
    this.context = context;
    this.person = person;
    this.transaction = transaction;
    this.turn = forgetter(person);
  }

  async all(): Promise<Traces> {
    for (const table of TABLE_NAMES) if (!APART.has(table)) await this.table(table);
    await this.messages();
    await this.history();
    await this.links();
    await this.photo();
    return this.found;
  }

  private get here(): { transaction?: Transaction } {
    return this.transaction ? { transaction: this.transaction } : {};
  }

  private async table(table: TableName): Promise<void> {
    const { models } = this.context;
    const { productionId, id: personId } = this.person;
    const key = identityOf(table);
    const where = table === 'productions' ? { id: productionId } : { productionId };
    for (const row of await rowsNamed(models, table).findAll({ where })) {
      const after =
        table === 'people' && row.id === personId
          ? { ...row, ...forgottenPerson(this.person) }
          : { ...forgotten(row, this.turn), ...this.ofTheirs(table, row) };
      const values = differing(row, after);
      if (Object.keys(values).length === 0) continue;
      if (table === 'frozenSheets') this.found.sheets += 1;
      else this.found.rows += 1;
      if (this.transaction)
        await rowsNamed(models, table).update(values, {
          where: { [key]: row[key], ...where },
          transaction: this.transaction,
        });
    }
  }

  /** What a row that is theirs has beside texts: how they signed, that they may be named. */
  private ofTheirs(table: TableName, row: Row): Row {
    if (row.personId !== this.person.id) return {};
    if (table === 'consents') return { signature: null, guardian: '' };
    if (table === 'credits') return { unnamed: true };
    return {};
  }

  private async messages(): Promise<void> {
    const where = { productionId: this.person.productionId, personId: this.person.id };
    const { models } = this.context;
    this.found.rows += await models.messages.count({ where, ...this.here });
    if (this.transaction) await models.messages.destroy({ where, transaction: this.transaction });
  }

  /** Before and after of every change, what change-sets are called, and who did them. */
  private async history(): Promise<void> {
    const { db } = this.context;
    const { productionId, id: personId } = this.person;
    const changes = await db.query<{ id: string; row: string; before: Row | null; after: Row | null; actor: string }>(
      'SELECT id, row_id AS row, before, after, actor FROM changes WHERE production_id = $1',
      { bind: [productionId], type: QueryTypes.SELECT, ...this.here },
    );
    for (const c of changes) {
      const turned = (record: Row | null) =>
        c.row === personId ? forgottenRecord(record, personId) : forgotten(record, this.turn);
      const after = { before: turned(c.before), after: turned(c.after), actor: this.turn(c.actor) };
      if (same(after, { before: c.before, after: c.after, actor: c.actor })) continue;
      this.found.history += 1;
      if (this.transaction)
        await db.query('UPDATE changes SET before = $2, after = $3, actor = $4 WHERE id = $1', {
          bind: [c.id, JSON.stringify(after.before), JSON.stringify(after.after), after.actor].map((v) =>
            v === 'null' ? null : v,
          ),
          ...this.here,
        });
    }
    const sets = await db.query<{ id: string; label: string; actor: string }>(
      'SELECT id, label, actor FROM change_sets WHERE production_id = $1',
      { bind: [productionId], type: QueryTypes.SELECT, ...this.here },
    );
    for (const s of sets) {
      const [label, actor] = [this.turn(s.label), this.turn(s.actor)];
      if (label === s.label && actor === s.actor) continue;
      this.found.history += 1;
      if (this.transaction)
        await db.query('UPDATE change_sets SET label = $2, actor = $3 WHERE id = $1', {
          bind: [s.id, label, actor],
          ...this.here,
        });
    }
  }

  /** Their personal links go; links with their name on them are withdrawn and named otherwise. */
  private async links(): Promise<void> {
    const { db } = this.context;
    const { productionId, id: personId } = this.person;
    const links = await db.query<{ id: string; label: string }>(
      'SELECT id, label FROM entry_links WHERE production_id = $1',
      { bind: [productionId], type: QueryTypes.SELECT, ...this.here },
    );
    const theirs = links.filter((l) => this.turn(l.label) !== l.label);
    this.found.rows += theirs.length;
    if (!this.transaction) return;
    for (const l of theirs)
      await db.query('UPDATE entry_links SET label = $2, revoked_at = coalesce(revoked_at, now()) WHERE id = $1', {
        bind: [l.id, this.turn(l.label)],
        ...this.here,
      });
    await db.query('DELETE FROM sheet_links WHERE production_id = $1 AND person_id = $2', {
      bind: [productionId, personId],
      ...this.here,
    });
  }

  private async photo(): Promise<void> {
    const { photoHash, productionId } = this.person;
    if (photoHash === null) return;
    this.found.files += 1;
    if (this.transaction)
      await this.context.db.query('DELETE FROM production_files WHERE production_id = $1 AND hash = $2', {
        bind: [productionId, photoHash],
        ...this.here,
      });
  }
}

export function serveForgetting(router: Router, context: Context): void {
  const personOf = async (productionId: string, id: string): Promise<Person> => {
    const person = await context.models.people.findOne({ where: { id, productionId } });
    if (!person) throw new HttpProblem(404, 'person', 'There is no such person in this production.');
    return person as Person;
  };
  router.serve(personTraces, async ({ params }) => {
    const person = await personOf(params.productionId, params.personId);
    const found = [];
    for (const one of await namesakes(context, person)) {
      const traces = await new Forgetting(context, one).all();
      found.push({ productionId: one.productionId, title: one.title, ...traces });
    }
    return found;
  });
  router.serve(forgetPerson, async ({ params, body, me }) => {
    const person = await personOf(params.productionId, params.personId);
    if (body.name.trim() !== person.name)
      throw new HttpProblem(
        400,
        'name',
        'What you typed is not their name. Nothing was taken out; type it as it stands there.',
      );
    const wanted = new Set(body.productionIds);
    const people = (await namesakes(context, person)).filter((p) => wanted.has(p.productionId));
    const sum: Traces = { rows: 0, sheets: 0, history: 0, files: 0 };
    await keepingHouse(context, me.actor, async (transaction) => {
      for (const one of people) {
        const traces = await new Forgetting(context, one, transaction).all();
        await context.models.erasures.create(
          { id: newId(), productionId: one.productionId, version: 1, atMs: Date.now(), by: me.actor, ...traces },
          { transaction },
        );
        for (const key of Object.keys(sum) as (keyof Traces)[]) sum[key] += traces[key];
      }
    });
    await sweepFiles(context);
    // Hand-overs that were made say the name; they can be made again.
    for (const { productionId } of people) await takeAwayBundles(context, productionId);
    return sum;
  });
}
