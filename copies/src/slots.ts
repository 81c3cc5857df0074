/** Memory that reading and writing threads share: blocks of bytes on their way from a card to its drives. */
export const SLOT_BYTES = 8 * 1024 * 1024;
const PAGE_BYTES = 65536;

/** Shared memory for so many slots, each beginning at a page. */
export function slotMemory(count: number): SharedArrayBuffer {
  const pages = (count * SLOT_BYTES) / PAGE_BYTES;
  return new WebAssembly.Memory({ initial: pages, maximum: pages, shared: true })
    .buffer as unknown as SharedArrayBuffer;
}

export const slotOf = (memory: SharedArrayBuffer, slot: number): Buffer =>
  Buffer.from(memory, slot * SLOT_BYTES, SLOT_BYTES);

/** Hands out slots; one that is taken by several is free when the last has given it back. */
export class SlotPool {
  readonly memory: SharedArrayBuffer;
  private readonly holders: number[];
  private free: number[];
  private waiting: ((slot: number) => void)[] = [];

  constructor(count: number) {
    this.memory = slotMemory(count);
    this.holders = Array.from({ length: count }, () => 0);
    this.free = this.holders.map((_, slot) => slot);
  }

  /** A slot, held once; waits until one is free. */
  async take(): Promise<number> {
    const slot = this.free.pop() ?? (await new Promise<number>((settle) => this.waiting.push(settle)));
    this.holders[slot] = 1;
    return slot;
  }

  hold(slot: number): void {
    this.holders[slot]! += 1;
  }

  release(slot: number): void {
    this.holders[slot]! -= 1;
    if (this.holders[slot]! > 0) return;
    const next = this.waiting.shift();
    if (next) next(slot);
    else this.free.push(slot);
  }
}
