/** Pieces of SQL that migrations share. What a landed migration makes of them must never change. */

/** Columns every editable table has; `(production_id, id)` is unique so that links can't cross productions. */
export const table = (name: string, columns: string, rest = '') => `
CREATE TABLE ${name} (
  id uuid PRIMARY KEY,
  production_id uuid NOT NULL REFERENCES productions (id),
  ${columns},
  version integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now(),
  deleted_at timestamptz,
  UNIQUE (production_id, id)${rest ? `,\n  ${rest}` : ''}
);
CREATE INDEX ${name}_live ON ${name} (production_id) WHERE deleted_at IS NULL;
`;
export const link = (column: string, to: string) =>
  `FOREIGN KEY (production_id, ${column}) REFERENCES ${to} (production_id, id)`;
export const oneLive = (name: string, what: string, columns: string) =>
  `CREATE UNIQUE INDEX ${name}_${what}_live ON ${name} (production_id, ${columns}) WHERE deleted_at IS NULL;\n`;

/** `full`: who, when, before, after; `quiet`: only told live; both bump the version. */
export const watch = (name: string, said: string, how: 'full' | 'quiet') => `
CREATE TRIGGER ${name}_stamp BEFORE UPDATE ON ${name} FOR EACH ROW EXECUTE FUNCTION kavrell_stamp();
CREATE TRIGGER ${name}_record AFTER INSERT OR UPDATE OR DELETE ON ${name} FOR EACH ROW EXECUTE FUNCTION kavrell_record('${said}', '${how}');
`;
