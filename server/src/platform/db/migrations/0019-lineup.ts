import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

/** Clips on one line: runs, what they found, what hands said; beside the rows what was read of each clip, and what stands behind a find. */
export const lineup: Migration = {
  name: '0019-lineup',
  up: (run) =>
    run(`
CREATE TABLE line_runs (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1,
  day_id uuid NOT NULL, by text NOT NULL, state text NOT NULL, again boolean NOT NULL, from_cards boolean NOT NULL, total_files integer NOT NULL, done_files integer NOT NULL,
  total_pairs integer NOT NULL, done_pairs integer NOT NULL, in_hand text NOT NULL, not_here integer NOT NULL, started_at_ms double precision, ended_at_ms double precision,
  failure text, withdrawn_at_ms double precision, withdrawn_by text, created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (production_id, id), ${link('day_id', 'days')}
);
CREATE UNIQUE INDEX line_runs_open ON line_runs (day_id) WHERE state IN ('waiting', 'running', 'paused');
${watch('line_runs', 'lineRuns', 'quiet')}
CREATE TABLE line_finds (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1,
  run_id uuid NOT NULL, clip_id uuid NOT NULL, other_id uuid, means text NOT NULL, refused text, offset_ms double precision, at_s double precision, drift_ppm double precision,
  error_ms double precision, confidence double precision NOT NULL, runner_up double precision NOT NULL, windows integer NOT NULL, agree integer NOT NULL, label text, rate text,
  at_ms double precision NOT NULL, by text NOT NULL,
  UNIQUE (production_id, id), ${link('run_id', 'line_runs')}
);
CREATE INDEX line_finds_of ON line_finds (production_id);
${watch('line_finds', 'lineFinds', 'quiet')}
${table('hand_lines', 'clip_id uuid NOT NULL, other_id uuid, kind text NOT NULL, offset_ms double precision, note text NOT NULL, by text NOT NULL')}
${watch('hand_lines', 'handLines', 'full')}
CREATE TABLE line_sounds (
  clip_id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), key text NOT NULL, duration_s double precision NOT NULL, channels integer NOT NULL, reel text NOT NULL,
  peaks jsonb NOT NULL, picture boolean NOT NULL, notes text[] NOT NULL, claps jsonb NOT NULL, timecode jsonb, unread text
);
CREATE INDEX line_sounds_of ON line_sounds (production_id);
CREATE TABLE line_evidence (find_id uuid PRIMARY KEY REFERENCES line_finds (id) ON DELETE CASCADE, windows jsonb NOT NULL, curve jsonb NOT NULL);
`),
  down: (run) =>
    run(
      `DROP TABLE line_evidence; DROP TABLE line_sounds; DROP TABLE hand_lines; DROP TABLE line_finds; DROP TABLE line_runs;`,
    ),
};
