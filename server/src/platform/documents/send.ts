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
