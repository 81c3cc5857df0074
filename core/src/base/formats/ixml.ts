import { XMLBuilder, XMLParser } from 'fast-xml-parser';

/** What Kavrell reads and writes of the iXML chunk: what the recorder knew of the take. */
export interface Ixml {
  project: string;
  scene: string;
  take: string;
  tape: string;
  note: string;
  /** As written in the file, such as `25/1` or `30000/1001`; '' when not given. */
  timecodeRate: string;
  /** `DF` or `NDF`; '' when not given. */
  timecodeFlag: string;
  /** Track names in channel order. */
  tracks: string[];
}

const parser = new XMLParser({ parseTagValue: false, ignoreAttributes: true });
const builder = new XMLBuilder({ format: true, suppressEmptyNode: true });

type Node = Record<string, unknown>;
const node = (value: unknown): Node => (typeof value === 'object' && value !== null ? (value as Node) : {});
const word = (value: unknown): string => (typeof value === 'string' ? value.trim() : '');

/** Reads an iXML chunk; null, and a note, when it is no readable XML. Documents with a DOCTYPE are not read. */
export function readIxml(content: Uint8Array, notes: string[]): Ixml | null {
  const text = new TextDecoder('utf-8').decode(content).replace(/\0+$/, '');
  let root: Node;
  try {
    if (/<!DOCTYPE/i.test(text)) throw new Error('a DOCTYPE');
    root = node(node(parser.parse(text)).BWFXML);
  } catch {
    // A damaged note must not keep anyone from the sound: it is left out, and said.
    notes.push('The notes of the recorder (iXML) can’t be read and were left out.');
    return null;
  }
  const speed = node(root.SPEED);
  const list = node(root.TRACK_LIST).TRACK;
  return {
    project: word(root.PROJECT),
    scene: word(root.SCENE),
    take: word(root.TAKE),
    tape: word(root.TAPE),
    note: word(root.NOTE),
    timecodeRate: word(speed.TIMECODE_RATE),
    timecodeFlag: word(speed.TIMECODE_FLAG),
    tracks: (Array.isArray(list) ? list : list === undefined ? [] : [list]).map((track) => word(node(track).NAME)),
  };
}

/** The bytes of an iXML chunk. */
export function writeIxml(ixml: Ixml): Uint8Array {
  const body = builder.build({
    BWFXML: {
      IXML_VERSION: '1.61',
      PROJECT: ixml.project,
      SCENE: ixml.scene,
      TAKE: ixml.take,
      TAPE: ixml.tape,
      NOTE: ixml.note,
      SPEED: { TIMECODE_RATE: ixml.timecodeRate, TIMECODE_FLAG: ixml.timecodeFlag },
      TRACK_LIST: {
        TRACK_COUNT: ixml.tracks.length,
        TRACK: ixml.tracks.map((name, i) => ({ CHANNEL_INDEX: i + 1, INTERLEAVE_INDEX: i + 1, NAME: name })),
      },
    },
  }) as string;
  return new TextEncoder().encode(`<?xml version="1.0" encoding="UTF-8"?>\n${body}`);
}
