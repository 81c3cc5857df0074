/** What every stored row carries beside its own fields. */
export interface Recorded {
  id: string;
  productionId: string;
  version: number;
  deletedAt: string | null;
}

/** A row’s own fields, without what every row carries: what another row like it begins with. */
export function bare<R extends object>({
  id: _id,
  productionId: _productionId,
  version: _version,
  deletedAt: _deletedAt,
  ...fields
}: R & Recorded): Omit<R, keyof Recorded> {
  return fields;
}
