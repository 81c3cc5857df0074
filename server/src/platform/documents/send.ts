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

/** Answers with a document under a name worth saving. */
export function sendDocument(
  res: Response,
  body: Buffer | string,
  type: 'application/pdf' | 'text/csv',
  name: string,
): void {
  const extension = type === 'application/pdf' ? 'pdf' : 'csv';
  res.setHeader('content-type', type === 'text/csv' ? 'text/csv; charset=utf-8' : type);
  res.setHeader('content-disposition', `inline; filename="${name}.${extension}"`);
  res.end(body);
}
