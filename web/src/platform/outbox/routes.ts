/** The routes that entries go by. In a file of their own: the tables that stand behind them are fetched once the first page is. */
export { logTakeEvents, putFile, writeChanges } from '@kavrell/contract';
