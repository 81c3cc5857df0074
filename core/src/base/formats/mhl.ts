import { XMLBuilder, XMLParser } from 'fast-xml-parser';
import { InputError } from '../errors/index.ts';

/** Hash kinds that media hash lists name, in the order they are preferred for comparing. */
export const LIST_HASHES = ['xxh128', 'xxh3', 'xxh64', 'md5', 'sha1', 'c4'] as const;
export type ListHash = (typeof LIST_HASHES)[number];

export type HashAction = 'original' | 'verified' | 'failed';

export interface ListedHash {
  kind: ListHash;
  value: string;
  action: HashAction | null;
  hashDate: string | null;
}

export interface ListedFile {
  /** Below the list's folder, with `/` between names. */
  path: string;
  sizeBytes: number | null;
  modified: string | null;
  hashes: ListedHash[];
  /** The name that the lists before had it by, when it was renamed since. */
  previousPath?: string;
}

export interface ListedFolder {
  path: string;
  modified: string | null;
  content: { kind: ListHash; value: string } | null;
  structure: { kind: ListHash; value: string } | null;
}

/** One generation of a media hash list: what a folder held, and what became of it, at one time. */
export interface MediaHashList {
  created: string;
  host: string;
  tool: { name: string; version: string };
  process: 'in-place' | 'transfer' | 'flatten';
  root: { content: ListedFolder['content']; structure: ListedFolder['structure'] };
  ignore: string[];
  files: ListedFile[];
  folders: ListedFolder[];
}

const NAMESPACE = 'urn:ASC:MHL:v2.0';
const CHAIN_NAMESPACE = 'urn:ASC:MHL:DIRECTORY:v2.0';
const ATTRIBUTE = '@_';
const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';

const builder = new XMLBuilder({
  format: true,
  ignoreAttributes: false,
  attributeNamePrefix: ATTRIBUTE,
  suppressBooleanAttributes: false,
});
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: ATTRIBUTE,
  parseTagValue: false,
  parseAttributeValue: false,
  // A file's name may begin or end with a space.
  trimValues: false,
  isArray: (name) => ['hash', 'directoryhash', 'hashlist', 'pattern'].includes(name),
});

type Node = Record<string, unknown>;
const node = (value: unknown): Node => (typeof value === 'object' && value !== null ? (value as Node) : {});
const list = (value: unknown): unknown[] => (Array.isArray(value) ? value : value === undefined ? [] : [value]);
const text = (value: unknown): string =>
  typeof value === 'string' ? value : typeof node(value)['#text'] === 'string' ? String(node(value)['#text']) : '';
const attribute = (value: unknown, name: string): string | null => {
  const found = node(value)[ATTRIBUTE + name];
  return typeof found === 'string' ? found : null;
};

function parse(xml: string): Node {
  if (/<!DOCTYPE/i.test(xml)) throw new InputError('mhl.doctype', 'This list holds a DOCTYPE and is not read.');
  try {
    return node(parser.parse(xml, true));
  } catch (error) {
    throw new InputError('mhl.xml', `This is not a readable list: ${(error as Error).message}`);
  }
}

const single = (part: ListedFolder['content']) => (part ? { [part.kind]: part.value } : {});

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' };
const escaped = (text: string) => text.replace(/[&<>"']/g, (c) => ENTITIES[c]!);
const attributes = (of: readonly (readonly [string, string | null])[]) =>
  of.map(([name, value]) => (value === null ? '' : ` ${name}="${escaped(value)}"`)).join('');

/** A file’s entry, written by hand: the builder takes ten times as long, and lists have tens of thousands. */
function fileEntry({ path, sizeBytes, modified, hashes, previousPath }: ListedFile): string {
  const facts = attributes([
    ['size', sizeBytes === null ? null : String(sizeBytes)],
    ['lastmodificationdate', modified],
  ]);
  const lines = hashes.map((h) => {
    const how = attributes([
      ['action', h.action],
      ['hashdate', h.hashDate],
    ]);
    return `      <${h.kind}${how}>${escaped(h.value)}</${h.kind}>\n`;
  });
  const before = previousPath === undefined ? '' : `      <previousPath>${escaped(previousPath)}</previousPath>\n`;
  return `    <hash>\n      <path${facts}>${escaped(path)}</path>\n${lines.join('')}${before}    </hash>\n`;
}

const folderEntry = (folder: ListedFolder) => ({
  path: {
    ...(folder.modified === null ? {} : { [`${ATTRIBUTE}lastmodificationdate`]: folder.modified }),
    '#text': folder.path,
  },
  content: single(folder.content),
  structure: single(folder.structure),
});

const ENTRIES = '<hashes></hashes>';

/** The XML of one generation (`urn:ASC:MHL:v2.0`). */
export const writeMhl = (of: MediaHashList): string => [...mhlPieces(of)].join('');

/** The same piece by piece, with files as they come: a list of many thousand is never whole in memory. */
export function* mhlPieces(of: Omit<MediaHashList, 'files'> & { files: Iterable<ListedFile> }): Generator<string> {
  const frame = builder.build({
    hashlist: {
      [`${ATTRIBUTE}version`]: '2.0',
      [`${ATTRIBUTE}xmlns`]: NAMESPACE,
      creatorinfo: {
        creationdate: of.created,
        hostname: of.host,
        tool: { [`${ATTRIBUTE}version`]: of.tool.version, '#text': of.tool.name },
      },
      processinfo: {
        process: of.process,
        ...(of.root.content && of.root.structure
          ? { roothash: { content: single(of.root.content), structure: single(of.root.structure) } }
          : {}),
        ignore: { pattern: of.ignore },
      },
      hashes: '',
    },
  }) as string;
  const [before, after] = frame.split(ENTRIES) as [string, string];
  yield `${HEAD}${before}<hashes>\n`;
  for (const file of of.files) yield fileEntry(file);
  for (const folder of of.folders) yield builder.build({ directoryhash: folderEntry(folder) }) as string;
  yield `  </hashes>${after}`;
}

const ACTIONS = new Set(['original', 'verified', 'failed']);

function hashesOf(of: Node): ListedHash[] {
  return LIST_HASHES.flatMap((kind) => {
    if (of[kind] === undefined) return [];
    const action = attribute(of[kind], 'action');
    return [
      {
        kind,
        value: text(of[kind]).trim(),
        action: action && ACTIONS.has(action) ? (action as HashAction) : null,
        hashDate: attribute(of[kind], 'hashdate'),
      },
    ];
  });
}

function one(of: unknown): ListedFolder['content'] {
  const [first] = hashesOf(node(of));
  return first ? { kind: first.kind, value: first.value } : null;
}

/** Hash elements of lists of version 1.x, and what they are called since. */
const OLD_HASHES: Record<string, ListHash> = {
  xxhash64be: 'xxh64',
  xxhash64: 'xxh64',
  md5: 'md5',
  sha1: 'sha1',
  xxh64: 'xxh64',
};

function readOld(root: Node): MediaHashList {
  const creator = node(root.creatorinfo);
  return {
    created: text(creator.finishdate) || text(creator.startdate),
    host: text(creator.hostname),
    tool: { name: text(creator.tool), version: '' },
    process: 'transfer',
    root: { content: null, structure: null },
    ignore: [],
    folders: [],
    files: list(root.hash).map((entry) => {
      const of = node(entry);
      const hashes = Object.entries(OLD_HASHES).flatMap(([name, kind]): ListedHash[] =>
        of[name] === undefined
          ? []
          : [{ kind, value: text(of[name]).trim().toLowerCase(), action: null, hashDate: text(of.hashdate) || null }],
      );
      return {
        path: text(of.file),
        sizeBytes: of.size === undefined ? null : Number(text(of.size)),
        modified: text(of.lastmodificationdate) || null,
        hashes,
      };
    }),
  };
}

/** A path of a list that stays below its folder; anything else is refused, so that no list can point at other files. */
function checked(path: string): string {
  if (path === '' || path.startsWith('/') || path.split('/').some((part) => part === '..' || part === '')) {
    throw new InputError('mhl.path', `The list names a file outside its folder: “${path}”.`);
  }
  return path;
}

/** Reads a media hash list, version 2.0 or 1.x. Throws `InputError` `mhl.*` in words. */
export function readMhl(xml: string): MediaHashList {
  const root = node(list(parse(xml).hashlist)[0]);
  const version = attribute(root, 'version') ?? '';
  let read: MediaHashList;
  if (version.startsWith('1.')) read = readOld(root);
  else if (version.startsWith('2.')) {
    const creator = node(root.creatorinfo);
    const process = node(root.processinfo);
    const hashes = node(root.hashes);
    const kind = text(process.process);
    read = {
      created: text(creator.creationdate),
      host: text(creator.hostname),
      tool: { name: text(creator.tool), version: attribute(creator.tool, 'version') ?? '' },
      process: kind === 'transfer' || kind === 'flatten' ? kind : 'in-place',
      root: { content: one(node(process.roothash).content), structure: one(node(process.roothash).structure) },
      ignore: list(node(process.ignore).pattern).map(text),
      files: list(hashes.hash).map((entry) => {
        const of = node(entry);
        const size = attribute(of.path, 'size');
        return {
          path: text(of.path),
          sizeBytes: size === null ? null : Number(size),
          modified: attribute(of.path, 'lastmodificationdate'),
          hashes: hashesOf(of),
          ...(of.previousPath === undefined ? {} : { previousPath: checked(text(of.previousPath)) }),
        };
      }),
      folders: list(hashes.directoryhash).map((entry) => {
        const of = node(entry);
        return {
          path: text(of.path),
          modified: attribute(of.path, 'lastmodificationdate'),
          content: one(of.content),
          structure: one(of.structure),
        };
      }),
    };
  } else throw new InputError('mhl.version', 'This is not a media hash list of version 1 or 2.');
  read.files.forEach((file) => checked(file.path));
  for (const file of read.files) {
    if (file.sizeBytes !== null && !(Number.isSafeInteger(file.sizeBytes) && file.sizeBytes >= 0)) {
      throw new InputError('mhl.size', `The list gives “${file.path}” a size that is none.`);
    }
  }
  return read;
}

/** One line of the chain file: a generation's list, and the C4 identifier of its bytes. */
export interface ChainLink {
  number: number;
  path: string;
  c4: string;
}

export function writeChain(links: readonly ChainLink[]): string {
  return (
    HEAD +
    (builder.build({
      ascmhldirectory: {
        [`${ATTRIBUTE}xmlns`]: CHAIN_NAMESPACE,
        hashlist: links.map((link) => ({
          [`${ATTRIBUTE}sequencenr`]: String(link.number),
          path: link.path,
          c4: link.c4,
        })),
      },
    }) as string)
  );
}

/** Reads a chain file. Throws `InputError` `mhl.*` in words. */
export function readChain(xml: string): ChainLink[] {
  return list(node(parse(xml).ascmhldirectory).hashlist).map((entry) => ({
    number: Number(attribute(entry, 'sequencenr')),
    path: checked(text(node(entry).path)),
    c4: text(node(entry).c4).trim(),
  }));
}

const SUM_KINDS: Record<number, ListHash> = { 16: 'xxh64', 32: 'md5', 40: 'sha1' };

/**
 * Reads a sum file as `md5sum`, `sha1sum` or `xxh64sum` write it: a hash, two spaces (or a space and `*`), a path. The kind is
 * told by the hash's length. Throws `InputError` `sums.line` with the number of a line that is none.
 */
export function readSums(content: string): ListedFile[] {
  return content
    .split(/\r?\n/)
    .filter((line) => line !== '' && !line.startsWith('#'))
    .map((line, i) => {
      const match = /^\\?([0-9a-fA-F]+) [ *](.+)$/.exec(line);
      const kind = match ? SUM_KINDS[match[1]!.length] : undefined;
      if (!match || !kind)
        throw new InputError('sums.line', `Line ${i + 1} is no hash and path: “${line.slice(0, 80)}”.`, [i]);
      // A leading backslash says that the name's own backslashes and line ends are written out.
      const path = line.startsWith('\\')
        ? match[2]!.replace(/\\(.)/g, (_, c: string) => (c === 'n' ? '\n' : c))
        : match[2]!;
      return {
        path: checked(path.replace(/^\.\//, '')),
        sizeBytes: null,
        modified: null,
        hashes: [{ kind, value: match[1]!.toLowerCase(), action: null, hashDate: null }],
      };
    });
}
