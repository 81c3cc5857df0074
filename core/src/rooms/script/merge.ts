import type { Person } from '../people/index.ts';
import type { Place } from '../places/index.ts';
import { SCENE_DEFAULTS, type Scene } from '../scenes/index.ts';
import type { ScriptScene } from './fountain.ts';

export interface SceneChange {
  scene: Scene;
  values: Partial<Scene>;
  /** What is different, in words: `text`, `place`, `people`. */
  what: string[];
}

/** What importing a script again would do, scene by scene; shots are never touched. */
export interface ScriptMerge {
  added: Record<string, unknown>[];
  changed: SceneChange[];
  same: Scene[];
  /** Scenes that the script no longer has. They stay, with their shots. */
  gone: Scene[];
  /** Names in the script that nobody under People has. */
  unknown: string[];
}

const collapse = (text: string) => text.replace(/\s+/g, ' ').trim();

function personOf(name: string, people: readonly Person[]): Person | undefined {
  const key = name.toLowerCase();
  return people.find((p) => [p.name, p.shortName, ...p.name.split(' ')].some((n) => n.toLowerCase() === key));
}

/**
 * Holds a read script against the scenes there are, by scene number. Only what the script says is taken over: heading,
 * text, length and who speaks (people already in the scene stay in it); places only where one of that name exists.
 */
export function mergeScript(
  script: readonly ScriptScene[],
  scenes: readonly Scene[],
  people: readonly Person[],
  places: readonly Place[],
): ScriptMerge {
  const merge: ScriptMerge = { added: [], changed: [], same: [], gone: [], unknown: [] };
  const byNumber = new Map(scenes.map((s) => [s.number, s]));
  const unknown = new Set<string>();
  let position = scenes.reduce((most, s) => Math.max(most, s.position), 0);
  for (const read of script) {
    const speakers = read.characters.flatMap((name) => {
      const found = personOf(name, people);
      if (!found) unknown.add(name);
      return found ? [found.id] : [];
    });
    const place = places.find((p) => p.name.toLowerCase() === read.place.toLowerCase());
    const scene = byNumber.get(read.number);
    if (!scene) {
      position += 1;
      merge.added.push({
        ...SCENE_DEFAULTS,
        number: read.number,
        title: read.title,
        synopsis: read.synopsis,
        script: read.text,
        inside: read.inside,
        timeOfDay: read.timeOfDay,
        eighths: read.eighths,
        placeId: place?.id ?? null,
        personIds: [...new Set(speakers)],
        position,
      });
      continue;
    }
    const values: Partial<Scene> = {};
    const what: string[] = [];
    if (collapse(scene.script) !== collapse(read.text)) {
      values.script = read.text;
      values.eighths = read.eighths;
      what.push('text');
    }
    // Without a text before, the heading typed by hand stands: only the script’s own later change moves it.
    if (scene.script && collapse(scene.title).toLowerCase() !== collapse(read.title).toLowerCase()) {
      values.title = read.title;
      what.push('title');
    }
    if (read.synopsis && collapse(read.synopsis) !== collapse(scene.synopsis)) {
      values.synopsis = read.synopsis;
      what.push('synopsis');
    }
    if (place && place.id !== scene.placeId) {
      values.placeId = place.id;
      what.push('place');
    }
    if (read.inside !== scene.inside) {
      values.inside = read.inside;
      what.push('inside or outside');
    }
    if (read.timeOfDay !== scene.timeOfDay) {
      values.timeOfDay = read.timeOfDay;
      what.push('time of day');
    }
    const newcomers = speakers.filter((id) => !scene.personIds.includes(id));
    if (newcomers.length) {
      values.personIds = [...scene.personIds, ...new Set(newcomers)];
      what.push('people');
    }
    if (what.length) merge.changed.push({ scene, values, what });
    else merge.same.push(scene);
  }
  const numbers = new Set(script.map((s) => s.number));
  merge.gone = scenes.filter((s) => s.script && !numbers.has(s.number));
  merge.unknown = [...unknown];
  return merge;
}

/** A production’s scenes as a Fountain file that reads back to the same scenes. */
export function toFountain(title: string, scenes: readonly Scene[], placeName: (id: string | null) => string): string {
  const parts = [`Title: ${title}`];
  for (const scene of scenes) {
    const place = (placeName(scene.placeId) || scene.title).toUpperCase();
    const heading = `${scene.inside ? 'INT' : 'EXT'}. ${place} - ${scene.timeOfDay.toUpperCase()} #${scene.number}#`;
    const body = [
      scene.synopsis ? `= ${scene.synopsis}` : '',
      scene.script.trim() || (scene.synopsis ? '' : scene.title),
    ].filter(Boolean);
    parts.push([heading, ...body].join('\n\n'));
  }
  return `${parts.join('\n\n')}\n`;
}
