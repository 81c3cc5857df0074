import { randomUUID } from 'node:crypto';
import { mkdir, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, beforeEach } from 'vitest';
import type { TableName } from '@kavrell/core/tables';
import type { Card } from '@kavrell/core/copies';
import type { DemoPlan } from '@kavrell/demo';
import { rowsOf, storeNinthBell, startTestServer, type TestServer } from '../testing/harness.ts';

/** A server with the demo's plan for a file of tests about copies: before each of them nothing was copied, and the cards are empty. */
export class CopiesBench {
  server!: TestServer;
  owner!: Agent;
  plan!: DemoPlan;

  constructor() {
    beforeAll(async () => {
      this.server = await startTestServer();
      this.owner = await this.server.owner();
    });
    beforeEach(async () => {
      await this.server.context.db.query('DELETE FROM releases; DELETE FROM copy_files; DELETE FROM copy_jobs;');
      await rm(this.server.media, { recursive: true, force: true });
      await mkdir(this.server.media);
      this.plan = await storeNinthBell(this.server);
    });
    afterAll(() => this.server.stop());
  }

  url = (rest: string): string => `/api/productions/${this.plan.production.id}/${rest}`;
  rows = <T>(table: TableName): Promise<T[]> => rowsOf<T>(this.owner, this.plan.production.id, table);
  card = (label: string): Card => this.plan.cards.find((c) => c.label === label) as Card;
  /** Asks for a copy of a card to the first so many drives. */
  start = (label: string, drives = 2) =>
    this.owner.post(this.url('copy-jobs')).send({
      id: randomUUID(),
      cardId: this.card(label).id,
      driveIds: this.plan.drives.slice(0, drives).map((d) => d.id),
    });
  /** Puts files onto a card. */
  fill = async (label: string, files: Record<string, string | Buffer>): Promise<void> => {
    for (const [name, content] of Object.entries(files)) {
      const file = path.join(this.card(label).path, name);
      await mkdir(path.dirname(file), { recursive: true });
      await writeFile(file, content);
    }
  };
}
