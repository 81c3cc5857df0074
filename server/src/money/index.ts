import { creditPaper, issuePaper, numberRanges, paperPdf, paperXml } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { attach, fileName, sendDocument } from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { credit, issue, paperOf } from './issue.ts';
import { lastNumbers } from './numbers.ts';
import { paperPdfOf } from './pdf.ts';
import { ublLacks, ublOf } from './ubl.ts';

export { serveChangePages } from './changePage.ts';

export function serveMoney(router: Router, context: Context): void {
  router.serve(issuePaper, ({ params, body, me }) => issue(context, params.productionId, body, me));
  router.serve(creditPaper, ({ params, body, me }) => credit(context, params.productionId, params.paperId, body, me));
  router.serve(numberRanges, () => lastNumbers(context));
  router.serve(paperPdf, async ({ params, res }) => {
    const paper = await paperOf(context, params.productionId, params.paperId);
    sendDocument(res, await paperPdfOf(paper), 'application/pdf', fileName(paper.content.title, paper.number));
    return undefined;
  });
  router.serve(paperXml, async ({ params, res }) => {
    const paper = await paperOf(context, params.productionId, params.paperId);
    const lacks = ublLacks(paper);
    if (lacks.length > 0)
      throw new HttpProblem(
        409,
        'ubl',
        `${paper.number} can’t be written as invoice data. Missing on it: ${lacks.join(' ')} What was issued is not changed: credit it, and issue it anew.`,
      );
    attach(res, 'application/xml; charset=utf-8', `${fileName(paper.content.title, paper.number)}.xml`);
    res.end(ublOf(paper));
    return undefined;
  });
}
