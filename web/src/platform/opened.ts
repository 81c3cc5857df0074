const KEY = 'kavrell-opened';

/** When each production was opened last on this device, UTC milliseconds by id. */
export function lastOpened(): Readonly<Record<string, number>> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, number>;
  } catch {
    // Whatever stood there was not ours: only the order of a list hangs on it.
    return {};
  }
}

export function noteOpened(productionId: string): void {
  localStorage.setItem(KEY, JSON.stringify({ ...lastOpened(), [productionId]: Date.now() }));
}
