import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { InputError } from '../errors/index.ts';
import { readChain, readMhl, readSums, writeChain, writeMhl, type MediaHashList } from './index.ts';

const base: MediaHashList = {
  created: '2027-03-18T12:00:00Z',
  host: 'cart',
  tool: { name: 'Kavrell', version: '0.1.0' },
  process: 'transfer',
  root: {
    content: { kind: 'xxh64', value: '0123456789abcdef' },
    structure: { kind: 'xxh64', value: 'fedcba9876543210' },
  },
  ignore: ['.DS_Store', 'ascmhl', 'ascmhl/'],
  files: [],
  folders: [],
};

describe('media hash lists', () => {
  // Any name a file system takes, save what XML has no way to write; those are refused where lists are made.
  const name = fc
    .string({ unit: 'grapheme', minLength: 1, maxLength: 30 })
    .map((s) => s.replace(/[/\p{Cc}\uFFFE\uFFFF]/gu, '_'))
    .filter((s) => s !== '.' && s !== '..' && s.trim() !== '');
  it('say again what was written, whatever the names', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ path: fc.array(name, { minLength: 1, maxLength: 3 }).map((p) => p.join('/')), size: fc.nat() }),
          { maxLength: 8 },
        ),
        (files) => {
          const list: MediaHashList = {
            ...base,
            files: files.map(({ path, size }) => ({
              path,
              sizeBytes: size,
              modified: '2027-03-18T11:05:00Z',
              hashes: [
                { kind: 'xxh64', value: 'ef46db3751d8e999', action: 'original', hashDate: '2027-03-18T12:00:00Z' },
                { kind: 'md5', value: 'd41d8cd98f00b204e9800998ecf8427e', action: 'verified', hashDate: null },
              ],
            })),
            folders: files.slice(0, 1).map(({ path }) => ({
              path,
              modified: null,
              content: { kind: 'c4', value: 'c4x' },
              structure: { kind: 'c4', value: 'c4y' },
            })),
          };
          expect(readMhl(writeMhl(list))).toEqual(list);
        },
      ),
    );
  });
  it('have the namespace and the shape of version 2.0', () => {
    const xml = writeMhl({
      ...base,
      files: [
        {
          path: 'CLIPS/A & B <1>.mov',
          sizeBytes: 5,
          modified: null,
          hashes: [{ kind: 'xxh64', value: 'ab', action: 'original', hashDate: null }],
        },
      ],
    });
    expect(xml).toContain('<hashlist version="2.0" xmlns="urn:ASC:MHL:v2.0">');
    expect(xml).toContain('<path size="5">CLIPS/A &amp; B &lt;1&gt;.mov</path>');
    expect(xml).toContain('<xxh64 action="original">ab</xxh64>');
    expect(xml).toContain('<process>transfer</process>');
  });
  it('of version 1.1 are read too', () => {
    const old = `<?xml version="1.0" encoding="UTF-8"?>
<hashlist version="1.1"><creatorinfo><hostname>dit</hostname><tool>older</tool><startdate>2020-01-01T00:00:00Z</startdate></creatorinfo>
<hash><file>A001/C001.mov</file><size>42</size><lastmodificationdate>2020-01-01T00:00:00Z</lastmodificationdate><xxhash64be>EF46DB3751D8E999</xxhash64be><hashdate>2020-01-01T00:01:00Z</hashdate></hash></hashlist>`;
    const [file] = readMhl(old).files;
    expect(file).toMatchObject({
      path: 'A001/C001.mov',
      sizeBytes: 42,
      hashes: [{ kind: 'xxh64', value: 'ef46db3751d8e999' }],
    });
  });
  it.each([
    ['not xml at all', /not a readable list|not a media hash list/],
    ['<hashlist version="2.0"><hashes>', /not a readable list/],
    ['<hashlist version="3.0"></hashlist>', /version 1 or 2/],
    ['<!DOCTYPE x [<!ENTITY a "b">]><hashlist version="2.0"></hashlist>', /DOCTYPE/],
    [
      '<hashlist version="2.0"><hashes><hash><path size="1">../../etc/passwd</path></hash></hashes></hashlist>',
      /outside its folder/,
    ],
    [
      '<hashlist version="2.0"><hashes><hash><path size="1">/etc/passwd</path></hash></hashes></hashlist>',
      /outside its folder/,
    ],
    [
      '<hashlist version="2.0"><hashes><hash><path size="-1">a</path></hash></hashes></hashlist>',
      /a size that is none/,
    ],
  ])('%s is refused in words', (xml, words) => {
    expect(() => readMhl(xml)).toThrow(words);
    expect(() => readMhl(xml)).toThrow(InputError);
  });
  it('chains say again what was written', () => {
    const links = [
      { number: 1, path: '0001_A001_2027-03-18_120000Z.mhl', c4: 'c4abc' },
      { number: 2, path: '0002_A001_2027-03-19_120000Z.mhl', c4: 'c4def' },
    ];
    expect(readChain(writeChain(links))).toEqual(links);
    expect(readChain(writeChain(links.slice(0, 1)))).toEqual(links.slice(0, 1));
  });
});

describe('sum files', () => {
  it('of md5sum, sha1sum and xxh64sum are read, marks and odd names too', () => {
    const content = [
      'd41d8cd98f00b204e9800998ecf8427e  ./CLIPS/A001.mov',
      'da39a3ee5e6b4b0d3255bfef95601890afd80709 *note.txt',
      'ef46db3751d8e999  two  spaces.wav',
      '\\ef46db3751d8e999  a\\nb',
      '',
    ].join('\n');
    expect(readSums(content).map((f) => [f.path, f.hashes[0]!.kind])).toEqual([
      ['CLIPS/A001.mov', 'md5'],
      ['note.txt', 'sha1'],
      ['two  spaces.wav', 'xxh64'],
      ['a\nb', 'xxh64'],
    ]);
  });
  it('refuse a line that is none, by its number', () => {
    expect(() => readSums('ef46db3751d8e999  a\nhello')).toThrow(/Line 2/);
    expect(() => readSums('ef46db3751d8e999  ../a')).toThrow(/outside its folder/);
  });
});
