import type { PlainTable } from '../../base/formats/index.ts';
import { plainWord } from './vocabulary.ts';

/** What a column of a pasted list can mean, with the headings that are taken for it. */
export const IMPORT_FIELDS = {
  scene: {
    words: 'scene number',
    known: [
      'scene',
      'sc',
      'scene no',
      'scene number',
      'sc.',
      'szene',
      'bild',
      'sequenz',
      'sequence',
      'scène',
      'escena',
      'secuencia',
    ],
  },
  title: {
    words: 'scene title',
    known: [
      'scene title',
      'title',
      'scene name',
      'heading',
      'scene heading',
      'titel',
      'titre',
      'titulo',
      'szenentitel',
    ],
  },
  code: {
    words: 'shot number',
    known: [
      'shot',
      'shot no',
      'shot number',
      'no',
      'nr',
      '#',
      'number',
      'einstellung',
      'einst',
      'plan',
      'plan no',
      'plano',
      'toma',
      'shot id',
      'id',
    ],
  },
  description: {
    words: 'what',
    known: [
      'description',
      'what',
      'action',
      'shot description',
      'subject',
      'content',
      'beschreibung',
      'inhalt',
      'handlung',
      'descripcion',
      'action description',
      'beschrieb',
      'notes',
      'was',
    ],
  },
  size: {
    words: 'size',
    known: [
      'size',
      'shot size',
      'framing',
      'type',
      'shot type',
      'shotsize',
      'einstellungsgrosse',
      'einstellungsgroesse',
      'grosse',
      'groesse',
      'taille',
      'taille de plan',
      'valeur',
      'valeur de plan',
      'tamano',
      'encuadre',
      'plano tipo',
    ],
  },
  people: {
    words: 'people',
    known: [
      'who',
      'people',
      'cast',
      'talent',
      'characters',
      'person',
      'actors',
      'wer',
      'personen',
      'darsteller',
      'qui',
      'personnages',
      'acteurs',
      'quien',
      'personajes',
      'actores',
    ],
  },
  lens: {
    words: 'lens',
    known: ['lens', 'focal length', 'mm', 'objektiv', 'brennweite', 'objectif', 'focale', 'objetivo', 'optica'],
  },
  support: {
    words: 'support',
    known: [
      'support',
      'rig',
      'equipment',
      'grip',
      'stativ',
      'ausrustung',
      'ausruestung',
      'technik',
      'materiel',
      'soporte',
      'equipo',
      'gear',
    ],
  },
  movement: {
    words: 'move',
    known: [
      'move',
      'movement',
      'camera movement',
      'bewegung',
      'kamerabewegung',
      'mouvement',
      'mouvement de camera',
      'movimiento',
      'movimiento de camara',
      'camera move',
    ],
  },
  angle: { words: 'angle', known: ['angle', 'camera angle', 'winkel', 'perspektive', 'axe', 'angulo'] },
  cameras: { words: 'cameras', known: ['camera', 'cameras', 'cam', 'kamera', 'kameras', 'camera no', 'camara'] },
  fps: {
    words: 'frames a second',
    known: ['fps', 'frame rate', 'speed', 'frames a second', 'bildrate', 'cadence', 'images/s', 'cuadros'],
  },
  side: { words: 'side of the action', known: ['side', 'seite', 'cote', 'lado'] },
  sound: { words: 'sound', known: ['sound', 'audio', 'ton', 'son', 'sonido'] },
  takes: { words: 'takes', known: ['takes', 'takes planned', 'prises', 'tomas'] },
  minutes: {
    words: 'minutes',
    known: [
      'minutes',
      'min',
      'time',
      'est',
      'estimate',
      'duration',
      'length',
      'est. time',
      'dauer',
      'zeit',
      'minuten',
      'duree',
      'duracion',
      'minutos',
      'setup time',
    ],
  },
  priority: {
    words: 'priority',
    known: ['priority', 'prio', 'must', 'prioritat', 'prioritaet', 'wichtig', 'priorite', 'prioridad', 'importance'],
  },
  reason: { words: 'why it is there', known: ['reason', 'why', 'purpose', 'grund', 'warum', 'raison', 'motivo'] },
  fallback: { words: 'fallback', known: ['fallback', 'if not', 'alternative', 'ersatz', 'plan b', 'sinon'] },
} as const;
export type ImportField = keyof typeof IMPORT_FIELDS;

/** For each column: what it means, or null to leave it out. */
export type Mapping = (ImportField | null)[];

/** Guesses what the columns mean by their headings; a meaning is given once only. */
export function guessMapping(headings: readonly string[]): Mapping {
  const used = new Set<ImportField>();
  return headings.map((heading) => {
    const word = plainWord(heading);
    const found = (Object.keys(IMPORT_FIELDS) as ImportField[]).find(
      (field) =>
        !used.has(field) &&
        (IMPORT_FIELDS[field].known as readonly string[]).some((known) => plainWord(known) === word),
    );
    if (found) used.add(found);
    return found ?? null;
  });
}

/** Rows looked at for the one that names the columns. */
const HEADING_ROWS = 6;

/**
 * The table with the row that names its columns on top: it may stand below a title, or be missing, and then the columns are only counted and
 * the first row is one like the others. `skipped` says how many rows stood above it, −1: there was none.
 */
export function withHeadings(table: PlainTable): { table: PlainTable; skipped: number } {
  const all = [table.headings, ...table.rows];
  const known = all.slice(0, HEADING_ROWS).map((row) => guessMapping(row).filter(Boolean).length);
  const best = known.indexOf(Math.max(...known));
  if ((known[best] ?? 0) >= (best === 0 ? 1 : 2))
    return { table: { ...table, headings: all[best] ?? [], rows: all.slice(best + 1) }, skipped: best };
  return { table: { ...table, headings: table.headings.map((_, i) => `column ${i + 1}`), rows: all }, skipped: -1 };
}
