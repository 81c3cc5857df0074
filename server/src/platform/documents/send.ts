import type { Response } from 'express';

/** A file name that every system takes: letters, digits and hyphens. */
export function fileName(...words: string[]): string {
  return words
    .join(' ')
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase();
}

const EXTENSIONS = { 'application/pdf': 'pdf', 'text/csv': 'csv', 'image/svg+xml': 'svg' } as const;

/** Answers with a document under a name worth saving. */
export function sendDocument(res: Response, body: Buffer | string, type: keyof typeof EXTENSIONS, name: string): void {
  res.setHeader('content-type', type === 'application/pdf' ? type : `${type}; charset=utf-8`);
  res.setHeader('content-disposition', `inline; filename="${name}.${EXTENSIONS[type]}"`);
  res.end(body);
}

/** Begins an answer that is saved as a file of this whole name, whatever letters are in it. */
export function attach(res: Response, type: string, name: string): void {
  const plain = name.normalize('NFKD').replace(/[^\x20-\x7e]|["\\]/g, '_');
  res.setHeader('content-type', type);
  res.setHeader('content-disposition', `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`);
}
