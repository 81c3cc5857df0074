import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

const position = 'position double precision NOT NULL';
const currency = `currency text NOT NULL CHECK (currency ~ '^[A-Z]{3}$')`;
const addressed =
  'name text NOT NULL, address text NOT NULL, city text NOT NULL, postcode text NOT NULL, country text NOT NULL, vat_id text NOT NULL, email text NOT NULL';
const links = (...pairs: [string, string][]) => pairs.map(([column, to]) => link(column, to)).join(',\n  ');
const full = (name: string, said: string, columns: string, rest = '') =>
  `${table(name, columns, rest)}${watch(name, said, 'full')}`;

/** Money: rates and exchange, versions with typed lines, usage, changes of scope with their answers, issued papers, what was spent and paid. */
export const money: Migration = {
  name: '0021-money',
  up: (run) =>
    run(`
${full('payers', 'payers', `${addressed}, reference text NOT NULL, ${position}`)}
${full('senders', 'senders', `${addressed}, tax_number text NOT NULL, iban text NOT NULL, bic text NOT NULL, phone text NOT NULL, web text NOT NULL, paper text NOT NULL, quote_prefix text NOT NULL, invoice_prefix text NOT NULL, credit_prefix text NOT NULL, digits integer NOT NULL, due_days integer NOT NULL, tax_free text NOT NULL, small_print text NOT NULL, ${position}`)}
${full('rates', 'rates', `kind text NOT NULL, name text NOT NULL, person_id uuid, place_id uuid, amount_minor double precision NOT NULL, ${currency}, from_date date NOT NULL, half_minor double precision, hourly boolean NOT NULL, base_min integer NOT NULL, unit_min integer NOT NULL, steps jsonb NOT NULL, week_as_days integer, drive_bytes double precision, quantity double precision, own boolean NOT NULL, tax_bp integer, note text NOT NULL, ${position}`, links(['person_id', 'people'], ['place_id', 'places']))}
${full('exchanges', 'exchanges', `${currency}, rate_millionths double precision NOT NULL, on_date date NOT NULL, note text NOT NULL`)}
${full('estimates', 'estimates', `name text NOT NULL, chosen boolean NOT NULL, school text NOT NULL, flat_minor double precision, piece_prices jsonb NOT NULL, off_person_ids uuid[] NOT NULL, off_day_ids uuid[] NOT NULL, off_keys text[] NOT NULL, day_count integer, pace_percent integer NOT NULL, self_id uuid, hours_before double precision NOT NULL, hours_after double precision NOT NULL, nights text NOT NULL, contingency jsonb NOT NULL, margin_bp integer NOT NULL, commission_bp integer NOT NULL, tax_bp integer NOT NULL, tax_by text NOT NULL, round_to_minor integer NOT NULL, payer_id uuid, shows text NOT NULL, scope_in text NOT NULL, scope_out text NOT NULL, usage_words text NOT NULL, cancel_words text NOT NULL, valid_days integer NOT NULL, payments jsonb NOT NULL, ${position}`, links(['self_id', 'people'], ['payer_id', 'payers']))}
${full('estimate_lines', 'estimateLines', `estimate_id uuid, plan_key text NOT NULL, section text NOT NULL, words text NOT NULL, quantity double precision NOT NULL, unit text NOT NULL, unit_minor double precision NOT NULL, ${currency}, tax_bp integer, own boolean NOT NULL, ${position}`, links(['estimate_id', 'estimates']))}
${full('usages', 'usages', `person_id uuid, name text NOT NULL, agency_fee_minor double precision NOT NULL, uses jsonb NOT NULL, rise_bp integer NOT NULL, commission_bp integer NOT NULL, freelance_fee_minor double precision NOT NULL, buy_out_minor double precision NOT NULL, buy_out_years integer, taken text NOT NULL, from_date date, paid_years integer NOT NULL, ${position}`, links(['person_id', 'people']))}
${full('scope_changes', 'scopeChanges', `source text NOT NULL, source_id uuid, title text NOT NULL, detail text NOT NULL, at_ms double precision NOT NULL, asked_by text NOT NULL, minutes double precision, price_minor double precision, tax_bp integer, state text NOT NULL, said_by text NOT NULL, asked_of_id uuid, ${position}`, links(['asked_of_id', 'people']))}
${full('scope_answers', 'scopeAnswers', 'change_id uuid NOT NULL, person_id uuid NOT NULL, kind text NOT NULL, at_ms double precision NOT NULL, name text NOT NULL, title text NOT NULL, detail text NOT NULL, price_minor double precision NOT NULL, currency text NOT NULL, tax_bp integer NOT NULL', links(['change_id', 'scope_changes'], ['person_id', 'people']))}
${full('money_papers', 'moneyPapers', 'kind text NOT NULL, prefix text NOT NULL, count integer NOT NULL CHECK (count > 0), number text NOT NULL, estimate_id uuid, of_paper_id uuid, issued_on date NOT NULL, due_on date, by text NOT NULL, at_ms double precision NOT NULL, content jsonb NOT NULL', links(['estimate_id', 'estimates'], ['of_paper_id', 'money_papers']))}
CREATE UNIQUE INDEX money_papers_number ON money_papers (production_id, prefix, count);
CREATE FUNCTION kavrell_issued() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF kavrell_keeping_house() THEN RETURN coalesce(NEW, OLD); END IF;
  RAISE EXCEPTION 'what was issued is never changed';
END $$;
CREATE TRIGGER money_papers_issued BEFORE UPDATE OR DELETE ON money_papers FOR EACH ROW EXECUTE FUNCTION kavrell_issued();
${full('expenses', 'expenses', `kind text NOT NULL, words text NOT NULL, on_date date NOT NULL, amount_minor double precision, tax_minor double precision, ${currency}, km double precision, per_km_minor double precision, person_id uuid, paid_with text NOT NULL, photo_hash text, line_key text NOT NULL, paid_back_on date, ${position}`, links(['person_id', 'people']))}
${full('payments', 'payments', `way text NOT NULL, paper_id uuid, person_id uuid, name text NOT NULL, amount_minor double precision NOT NULL, ${currency}, on_date date NOT NULL, note text NOT NULL, ${position}`, links(['paper_id', 'money_papers'], ['person_id', 'people']))}
CREATE TABLE number_ranges (prefix text PRIMARY KEY, last integer NOT NULL CHECK (last > 0));
`),
  down: (run) =>
    run(`DROP TABLE number_ranges; DROP TABLE payments; DROP TABLE expenses; DROP TABLE money_papers; DROP FUNCTION kavrell_issued(); DROP TABLE scope_answers;
DROP TABLE scope_changes; DROP TABLE usages; DROP TABLE estimate_lines; DROP TABLE estimates; DROP TABLE exchanges; DROP TABLE rates; DROP TABLE senders; DROP TABLE payers;`),
};
