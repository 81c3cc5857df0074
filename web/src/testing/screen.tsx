import { ChakraProvider } from '@chakra-ui/react';
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState, type ReactNode } from 'react';
import { BrowserRouter } from 'react-router';
import { vi } from 'vitest';
import type { ChangeOp, Me } from '@kavrell/contract';
import { emptyPlan, ninthBell, type DemoPlan } from '@kavrell/demo';
import type { TakeEvent } from '@kavrell/core/roll';
import { TABLE_NAMES, type TableName } from '@kavrell/core/tables';
import { ProductionProvider } from '../app/production.tsx';
import { outbox } from '../platform/outbox.ts';
import { queries } from '../platform/queries.ts';
import { useConsole } from '../shared/roll/console.ts';
import { SheetPlace, openSheet } from '../ui/sheet.tsx';
import { editorSource } from '../ui/TextEditor.tsx';
import { ROW_PX } from '../ui/TableBody.tsx';
import { system } from '../ui/theme.ts';
import { findLabelsAtOnce } from './labels.ts';
import { shownStyle } from './styles.ts';

export const OWNER: Me = { role: 'owner', name: 'Oda', productionId: null, hasPassword: true };

const [realSetTimeout, realClearTimeout] = [setTimeout, clearTimeout];
/** Frames that the page waits for. They come by themselves in the next turn, and when a test waits for an answer. */
const frames = new Map<number, { draw: FrameRequestCallback; timer: ReturnType<typeof setTimeout> }>();
let framesAsked = 0;
function askFrame(draw: FrameRequestCallback): number {
  const id = (framesAsked += 1);
  // On timers of the machine’s own: a test may hold the page’s still, and a frame left over then would stop all of later tests.
  frames.set(id, { draw, timer: realSetTimeout(() => comeFrame(id), 0) });
  return id;
}
function dropFrame(id: number): FrameRequestCallback | undefined {
  const frame = frames.get(id);
  realClearTimeout(frame?.timer);
  frames.delete(id);
  return frame?.draw;
}
const comeFrame = (id: number): void => dropFrame(id)?.(performance.now());

let ids = 0;
/** Ids that look like ours and are the same each time. */
export const testId = () => `0190a000-0000-7000-8000-${String((ids += 1)).padStart(12, '0')}`;

/** The demo’s plan, and one with nothing in it but its own row. */
export const demoPlan = (): DemoPlan => ninthBell(testId, '/media');
export const barePlan = (): DemoPlan => emptyPlan({ ...demoPlan().production, title: 'Candle maker' });

/** A page as tests have it: it has a size, its workers and servers never answer. */
export function preparePage({ wide = true } = {}): void {
  ids = 0;
  const sizes = { offsetHeight: 600, offsetWidth: 900, clientHeight: 600, clientWidth: 900 };
  for (const [name, px] of Object.entries(sizes))
    Object.defineProperty(HTMLElement.prototype, name, {
      configurable: true,
      get(this: HTMLElement) {
        return name === 'offsetHeight' && this.role === 'row' ? ROW_PX : px;
      },
    });
  HTMLElement.prototype.scrollTo = () => undefined;
  HTMLElement.prototype.scrollIntoView = () => undefined;
  HTMLCanvasElement.prototype.getContext = () => null;
  class Still {
    observe() {}
    unobserve() {}
    disconnect() {}
  }
  // Only a browser has what it measures: here the plain field stays.
  editorSource.load = () => new Promise(() => undefined);
  vi.stubGlobal('requestAnimationFrame', askFrame);
  vi.stubGlobal('cancelAnimationFrame', dropFrame);
  findLabelsAtOnce();
  vi.stubGlobal('getComputedStyle', shownStyle);
  vi.stubGlobal('CSS', { escape: (name: string) => name });
  vi.stubGlobal('ResizeObserver', Still);
  vi.stubGlobal('IntersectionObserver', Still);
  vi.stubGlobal(
    'EventSource',
    class extends EventTarget {
      close() {}
    },
  );
  vi.stubGlobal(
    'Worker',
    class extends EventTarget {
      postMessage() {}
      terminate() {}
    },
  );
  vi.stubGlobal('matchMedia', (query: string) => ({
    matches: wide && !query.includes('max-height'),
    addEventListener() {},
    removeEventListener() {},
  }));
  vi.stubGlobal('fetch', () => new Promise(() => undefined));
}

/** The page’s clock stands at an instant, and goes on only when a test says so: `vi.useRealTimers()` lets it go. */
export const holdClock = (atMs: number): void =>
  void vi.useFakeTimers({
    now: atMs,
    toFake: ['Date', 'setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'],
  });

/** Nothing is chosen at the console, as on a device that has just been opened. */
export const clearConsole = (): void =>
  useConsole.setState({ targetId: null, letters: null, boxIds: null, takeId: null, cutAt: null });

/** Takes all of it away again, with what was written. */
export function clearPage(): void {
  cleanup();
  for (const id of [...frames.keys()]) dropFrame(id);
  queries.clear();
  outbox.state.setState({ entries: [], refused: [] });
  openSheet(false);
  localStorage.clear();
  sessionStorage.clear();
  window.history.replaceState(null, '', '/');
  vi.unstubAllGlobals();
}

interface Asked {
  plan?: DemoPlan;
  takes?: TakeEvent[];
  rows?: Partial<Record<TableName, readonly object[]>>;
  me?: Me;
  day?: number | null;
  /** Whether nothing has come from the server yet. */
  loading?: boolean;
}

/** Draws something that stands outside a production. */
export const openPage = (what: ReactNode) =>
  render(
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <BrowserRouter useTransitions={false}>{what}</BrowserRouter>
      </QueryClientProvider>
    </ChakraProvider>,
  );

/** Draws one screen of a production as the app does, with its side sheet beside it. */
export function openScreen(
  what: ReactNode,
  { plan = demoPlan(), takes = [], rows = {}, me = OWNER, day = 1, loading = false }: Asked = {},
) {
  const { id } = plan.production;
  const { production, ...lists } = plan;
  const stored: Record<string, readonly object[]> = { ...lists, productions: [production], takeEvents: takes, ...rows };
  if (!loading) for (const table of TABLE_NAMES) queries.setQueryData(['rows', id, table], [...(stored[table] ?? [])]);
  queries.setQueryData(['facetChanges', id], { changes: [], births: {} });
  queries.setQueryData(['me'], me);
  const view = openPage(
    <ProductionProvider me={me} productionId={id} dayNumber={day}>
      <Beside>{what}</Beside>
    </ProductionProvider>,
  );
  return { ...view, plan, side: () => within(screen.getByTestId('side')) };
}

function Beside({ children }: { children: ReactNode }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  return (
    <SheetPlace.Provider value={place}>
      <main>{children}</main>
      <aside data-testid="side" ref={setPlace} />
    </SheetPlace.Provider>
  );
}

/** What was written so far: its words, and each row’s change. */
export const written = (): { label: string; ops: ChangeOp[] }[] =>
  outbox.state.getState().entries.flatMap((e) => (e.kind === 'changes' ? [{ label: e.label, ops: e.set.ops }] : []));
export const logged = (): TakeEvent[] =>
  outbox.state.getState().entries.flatMap((e) => (e.kind === 'takes' ? e.events : []));

/** Types into a field and leaves it. */
export function type(field: HTMLElement, text: string): void {
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
}

/** What a server would be asked from now on, in order; reading gets `answers` by the path's end, or no answer ever, writing an empty yes. */
export function stubServer(
  answers: Readonly<Record<string, unknown>> = {},
): { path: string; method: string; body: unknown }[] {
  const asked: { path: string; method: string; body: unknown }[] = [];
  // Not a true answer: one is read in turns of the machine’s own, which a test can’t wait for.
  const json = (value: unknown) =>
    Promise.resolve({ ok: true, status: 200, headers: new Headers(), json: () => Promise.resolve(value) });
  vi.stubGlobal('fetch', (path: string, { method = 'GET', body }: RequestInit = {}) => {
    const known = Object.keys(answers).find((end) => path.endsWith(end));
    if (method === 'GET') return known ? json(answers[known]) : new Promise(() => undefined);
    asked.push({ path, method, body: JSON.parse(String(body ?? '{}')) });
    return json(known ? answers[known] : {});
  });
  return asked;
}

/** Lets what was promised already come, and what follows from it be drawn. */
export const settled = () => act(() => Promise.resolve());

/**
 * The same for what is told a turn later, as answers of the server are, and for what waits for a frame; one may lead to the next, so it is done
 * some times over. Turns of the machine’s own queue, and no time.
 */
export async function answered(): Promise<void> {
  for (let turn = 0; turn < 8; turn += 1)
    await act(() => {
      for (const id of [...frames.keys()]) comeFrame(id);
      return new Promise<void>((done) => void setImmediate(done));
    });
}

/** The cell of a table where a row that says `row` meets a column. */
export function cellOf(grid: HTMLElement, row: string, column: string): HTMLElement {
  const line = within(grid)
    .getAllByText(row)
    .map((e) => e.closest<HTMLElement>('[role=row]'))
    .find((e) => e?.querySelector(`[data-column="${column}"]`));
  const cell = line?.querySelector<HTMLElement>(`[data-column="${column}"]`);
  if (!cell) throw new Error(`There is no cell ${column} beside “${row}”.`);
  return cell;
}

/** Types into a cell of a table and takes it. */
export function editCell(grid: HTMLElement, row: string, column: string, text: string): void {
  const cell = cellOf(grid, row, column);
  fireEvent.click(cell);
  fireEvent.keyDown(cell, { key: 'F2' });
  const field = within(cell).getByRole<HTMLInputElement>(cell.querySelector('select') ? 'combobox' : 'textbox');
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
}

/** Presses one of Chakra’s parts, which answers a moment after the press: a tab, a tick, a choice. */
export async function pressPart(part: HTMLElement): Promise<void> {
  fireEvent.click(part);
  await settled();
}
/** Opens a view by its tab. */
export const openView = (name: string | RegExp): Promise<void> => pressPart(screen.getByRole('tab', { name }));
export const press = (name: string | RegExp): void => void fireEvent.click(screen.getByRole('button', { name }));
/** A key of the screen, pressed anywhere on it. */
export const key = (name: string, more: object = {}): void => {
  const event = {
    key: name,
    code: name === ' ' ? 'Space' : name.length === 1 ? `Key${name.toUpperCase()}` : name,
    ...more,
  };
  fireEvent.keyDown(document.body, event);
  fireEvent.keyUp(document.body, event);
};

const plainText = (text: string | null) => (text ?? '').replaceAll('\u00a0', ' ');
/** What the screen says, and its side sheet, with usual spaces. */
export const said = () => plainText(document.querySelector('main')!.textContent);
export const sideSaid = () => plainText(screen.getByTestId('side').textContent);
