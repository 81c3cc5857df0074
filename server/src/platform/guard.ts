import type { Logger } from './log.ts';

/**
 * Keeps a process up when something that nobody waited for goes wrong: a beat, a message to the queue, a notice. It is logged; what did wait
 * for it has its own answer. What leaves the process in a state that nobody knows still ends it, and it is started again.
 */
export function stayUp(log: Logger): void {
  process.on('unhandledRejection', (error) => log.error({ err: error }, 'something that nobody waited for went wrong'));
}
