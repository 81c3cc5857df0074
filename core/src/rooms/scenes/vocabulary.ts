/** Words of the trade as lists from elsewhere have them, in English, German, French and Spanish. All in small letters, without marks on letters. */

/** Letters without their marks, in small, with single spaces: `Größe ` and `grosse` are compared alike. */
export const plainWord = (text: string): string =>
  text
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[_\s]+/g, ' ')
    .replace(/[.:]+$/g, '')
    .trim();

const SIZE_NAMES: Readonly<Record<string, readonly string[]>> = {
  ews: [
    'extreme wide',
    'extra wide',
    'extreme wide shot',
    'els',
    'xls',
    'weit',
    'panorama',
    'plan general lointain',
    'gran plano general',
    'gpg',
  ],
  ws: [
    'wide',
    'wide shot',
    'long',
    'long shot',
    'ls',
    'totale',
    'total',
    'plan general',
    'plan d ensemble',
    'plano general',
    'pg',
  ],
  fs: ['full', 'full shot', 'halbtotale', 'plan pied', 'plan moyen large', 'plano entero', 'pe'],
  mws: [
    'medium wide',
    'medium long',
    'mls',
    'cowboy',
    'amerikanisch',
    'amerikanische',
    'plan americain',
    'plano americano',
    'pa',
  ],
  ms: ['medium', 'medium shot', 'mid', 'mid shot', 'halbnah', 'plan moyen', 'plan taille', 'plano medio', 'pm'],
  mcu: [
    'medium close',
    'medium close-up',
    'medium close up',
    'nah',
    'nahe',
    'plan rapproche',
    'plan poitrine',
    'plano medio corto',
    'pmc',
  ],
  cu: ['close', 'close-up', 'close up', 'closeup', 'gross', 'grossaufnahme', 'gros plan', 'gp', 'primer plano', 'pp'],
  ecu: [
    'extreme close-up',
    'extreme close up',
    'extra close',
    'xcu',
    'detailaufnahme',
    'ganz gross',
    'tres gros plan',
    'tgp',
    'primerisimo primer plano',
    'ppp',
  ],
  insert: ['detail', 'insert shot', 'plano detalle', 'pd', 'plan de detail'],
};
const SUPPORT_NAMES: Readonly<Record<string, readonly string[]>> = {
  sticks: ['tripod', 'stativ', 'trepied', 'tripode', 'locked off'],
  slider: ['slide', 'schiene kurz', 'rail court', 'deslizador'],
  handheld: ['hand held', 'hand-held', 'handkamera', 'a l epaule main', 'camera en mano', 'en mano'],
  gimbal: ['stabiliser', 'stabilizer', 'estabilizador', 'stabilisateur'],
  dolly: ['schienen', 'rails', 'travelling rails', 'wagen'],
  jib: ['crane', 'kran', 'grue', 'grua'],
  shoulder: ['schulter', 'epaule', 'hombro'],
  fixed: ['fest', 'fixe', 'fija', 'static mount'],
};
const MOVE_NAMES: Readonly<Record<string, readonly string[]>> = {
  static: ['still', 'none', 'statisch', 'steht', 'fixe', 'estatico', 'no move'],
  in: ['push', 'push in', 'push-in', 'ranfahrt', 'avant', 'adelante'],
  out: ['pull', 'pull out', 'pull-out', 'rueckfahrt', 'ruckfahrt', 'arriere', 'atras'],
  pan: ['schwenk', 'panoramique', 'panoramica', 'paneo'],
  tilt: ['neigen', 'inclinaison', 'tilt up', 'tilt down'],
  track: ['tracking', 'travelling', 'fahrt', 'traveling'],
  rise: ['up', 'boom up', 'hoch'],
  fall: ['down', 'boom down', 'runter'],
  follow: ['following', 'verfolgen', 'suivi', 'seguimiento'],
};
const PRIORITY_NAMES: Readonly<Record<string, readonly string[]>> = {
  must: [
    'yes',
    'y',
    'x',
    '1',
    'a',
    'high',
    'muss',
    'hoch',
    'ja',
    'oui',
    'haute',
    'si',
    'alta',
    'indispensable',
    'must have',
    'must-have',
  ],
  should: ['no', 'n', '2', 'b', 'medium', 'soll', 'mittel', 'moyenne', 'media'],
  nice: ['low', '3', 'c', 'kann', 'niedrig', 'basse', 'baja', 'nice to have', 'bonus', 'optional'],
};

const finder = (names: Readonly<Record<string, readonly string[]>>) => {
  const all = new Map(Object.entries(names).flatMap(([key, list]) => [key, ...list].map((w) => [w, key] as const)));
  return (text: string): string | null => {
    const word = plainWord(text).replace(/’|'/g, ' ');
    return all.get(word) ?? all.get(word.replaceAll('-', ' ')) ?? all.get(word.replace(/ shot$/, '')) ?? null;
  };
};
/** The code of a size, support, move or priority by any of its names; null when it is none. */
export const sizeNamed = finder(SIZE_NAMES);
export const supportNamed = finder(SUPPORT_NAMES);
export const moveNamed = finder(MOVE_NAMES);
export const priorityNamed = finder(PRIORITY_NAMES);
