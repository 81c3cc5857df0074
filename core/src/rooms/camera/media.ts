/** Minutes that fit on `sizeBytes` at `rateMbps` megabits a second (decimal): bytes·8/rate. */
export function minutesOnCard(sizeBytes: number, rateMbps: number): number {
  return (sizeBytes * 8) / (rateMbps * 1e6) / 60;
}

/** Bytes recorded in `seconds` at `rateMbps`. */
export function bytesRecorded(seconds: number, rateMbps: number): number {
  return (seconds * rateMbps * 1e6) / 8;
}
