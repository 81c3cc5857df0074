import { logTakeEvents, putFile, writeChanges } from '@kavrell/contract';
import { call, sendBytes } from '../api.ts';
import type { Sender } from './outboxModel.ts';

/** The server as the outbox reaches it. It comes with the rows: the tables that stand behind its routes are more than the first page needs. */
export const sender: Sender = {
  changes: (entry, set) => call(writeChanges, { params: { productionId: entry.productionId }, body: set }),
  takes: (entry) =>
    call(logTakeEvents, { params: { productionId: entry.productionId }, body: { events: entry.events } }),
  file: (entry) => sendBytes(putFile, { productionId: entry.productionId }, entry.bytes),
};
