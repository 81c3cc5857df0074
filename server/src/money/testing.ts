import { XMLParser } from 'fast-xml-parser';

type Node = Record<string, unknown>;
const list = (x: unknown): Node[] => (x === undefined ? [] : ((Array.isArray(x) ? x : [x]) as Node[]));
const at = (node: unknown, ...path: string[]): unknown =>
  path.reduce<unknown>((n, key) => (n as Node | undefined)?.[key], node);
const said = (node: unknown, ...path: string[]): string => {
  const found = at(node, ...path);
  const value = typeof found === 'object' && found !== null ? (found as Node)['#text'] : found;
  return value === undefined ? '' : String(value).trim();
};
/** An amount in hundredths: sums are held against each other exactly. */
const cents = (text: string): number => Math.round(Number(text) * 100);

/**
 * The business rules of EN 16931-1 that a UBL invoice or credit note of ours can break, by their numbers; empty: all hold. Written from the rules, knows nothing of how the
 * paper was made.
 */
export function en16931(xml: string): string[] {
  const parsed = new XMLParser({ ignoreAttributes: false, parseTagValue: false }).parse(xml) as Node;
  const isCredit = 'CreditNote' in parsed;
  const doc = (parsed.Invoice ?? parsed.CreditNote) as Node;
  const lines = list(doc[isCredit ? 'cac:CreditNoteLine' : 'cac:InvoiceLine']);
  const seller = at(doc, 'cac:AccountingSupplierParty', 'cac:Party');
  const buyer = at(doc, 'cac:AccountingCustomerParty', 'cac:Party');
  const sums = at(doc, 'cac:LegalMonetaryTotal');
  const sum = (name: string) => cents(said(sums, `cbc:${name}`) || '0');
  const taxes = list(at(doc, 'cac:TaxTotal', 'cac:TaxSubtotal'));
  const currency = said(doc, 'cbc:DocumentCurrencyCode');
  const sellerIds = list(at(seller, 'cac:PartyTaxScheme')).map((s) => said(s, 'cbc:CompanyID'));
  const broken: string[] = [];
  const rule = (name: string, holds: boolean) => {
    if (!holds && !broken.includes(name)) broken.push(name);
  };
  rule('BR-01', said(doc, 'cbc:CustomizationID').startsWith('urn:cen.eu:en16931:2017'));
  rule('BR-02', said(doc, 'cbc:ID') !== '');
  rule('BR-03', /^\d{4}-\d{2}-\d{2}$/.test(said(doc, 'cbc:IssueDate')));
  rule(
    'BR-04',
    ['380', '386', '326', '381'].includes(said(doc, isCredit ? 'cbc:CreditNoteTypeCode' : 'cbc:InvoiceTypeCode')),
  );
  rule('BR-05', /^[A-Z]{3}$/.test(currency));
  rule('BR-06', said(seller, 'cac:PartyLegalEntity', 'cbc:RegistrationName') !== '');
  rule('BR-07', said(buyer, 'cac:PartyLegalEntity', 'cbc:RegistrationName') !== '');
  rule('BR-08', at(seller, 'cac:PostalAddress') !== undefined);
  rule('BR-09', said(seller, 'cac:PostalAddress', 'cac:Country', 'cbc:IdentificationCode').length === 2);
  rule('BR-10', at(buyer, 'cac:PostalAddress') !== undefined);
  rule('BR-11', said(buyer, 'cac:PostalAddress', 'cac:Country', 'cbc:IdentificationCode').length === 2);
  for (const [name, field] of [
    ['BR-12', 'LineExtensionAmount'],
    ['BR-13', 'TaxExclusiveAmount'],
    ['BR-14', 'TaxInclusiveAmount'],
    ['BR-15', 'PayableAmount'],
  ] as const)
    rule(name, said(sums, `cbc:${field}`) !== '');
  rule('BR-16', lines.length > 0);
  for (const l of lines) {
    const quantity = at(l, isCredit ? 'cbc:CreditedQuantity' : 'cbc:InvoicedQuantity');
    rule('BR-21', said(l, 'cbc:ID') !== '');
    rule('BR-22', said(quantity) !== '');
    rule('BR-23', said(quantity, '@_unitCode') !== '');
    rule('BR-24', said(l, 'cbc:LineExtensionAmount') !== '');
    rule('BR-25', said(l, 'cac:Item', 'cbc:Name') !== '');
    rule('BR-26', said(l, 'cac:Price', 'cbc:PriceAmount') !== '');
    rule('BR-27', Number(said(l, 'cac:Price', 'cbc:PriceAmount')) >= 0);
    rule('BR-CO-04', said(l, 'cac:Item', 'cac:ClassifiedTaxCategory', 'cbc:ID') !== '');
    // The net amount of a line is its price times how many (BT-131).
    rule(
      'BT-131',
      cents(said(l, 'cbc:LineExtensionAmount')) ===
        Math.round(Number(said(quantity)) * Number(said(l, 'cac:Price', 'cbc:PriceAmount')) * 100),
    );
  }
  rule(
    'BR-CO-10',
    sum('LineExtensionAmount') === lines.reduce((s, l) => s + cents(said(l, 'cbc:LineExtensionAmount')), 0),
  );
  rule('BR-CO-13', sum('TaxExclusiveAmount') === sum('LineExtensionAmount'));
  rule(
    'BR-CO-14',
    cents(said(doc, 'cac:TaxTotal', 'cbc:TaxAmount')) ===
      taxes.reduce((s, t) => s + cents(said(t, 'cbc:TaxAmount')), 0),
  );
  rule(
    'BR-CO-15',
    sum('TaxInclusiveAmount') === sum('TaxExclusiveAmount') + cents(said(doc, 'cac:TaxTotal', 'cbc:TaxAmount')),
  );
  rule('BR-CO-16', sum('PayableAmount') === sum('TaxInclusiveAmount') + sum('PayableRoundingAmount'));
  rule('BR-CO-18', taxes.length > 0);
  rule('BR-CO-25', isCredit || sum('PayableAmount') <= 0 || said(doc, 'cbc:DueDate') !== '');
  const vatIds = list(at(seller, 'cac:PartyTaxScheme')).filter((s) => said(s, 'cac:TaxScheme', 'cbc:ID') === 'VAT');
  const known = [
    said(seller, 'cac:PartyIdentification', 'cbc:ID'),
    said(seller, 'cac:PartyLegalEntity', 'cbc:CompanyID'),
  ];
  rule('BR-CO-26', vatIds.length > 0 || known.some((id) => id !== ''));
  for (const t of taxes) {
    const [code, percent] = [said(t, 'cac:TaxCategory', 'cbc:ID'), Number(said(t, 'cac:TaxCategory', 'cbc:Percent'))];
    const own = lines.filter(
      (l) =>
        said(l, 'cac:Item', 'cac:ClassifiedTaxCategory', 'cbc:ID') === code &&
        Number(said(l, 'cac:Item', 'cac:ClassifiedTaxCategory', 'cbc:Percent')) === percent,
    );
    const taxable = cents(said(t, 'cbc:TaxableAmount'));
    rule(`BR-${code}-08`, taxable === own.reduce((s, l) => s + cents(said(l, 'cbc:LineExtensionAmount')), 0));
    rule(
      'BR-CO-17',
      cents(said(t, 'cbc:TaxAmount')) === Math.sign(taxable) * Math.round((Math.abs(taxable) * percent) / 100),
    );
    rule(
      'BR-CO-09',
      sellerIds.every((id) => !/^[A-Z]{2}/.test(id) || id.length > 2),
    );
    if (code === 'E') rule('BR-E-10', said(t, 'cac:TaxCategory', 'cbc:TaxExemptionReason') !== '');
    if (code === 'E') rule('BR-E-05', percent === 0);
    if (code === 'S') rule('BR-S-05', percent > 0);
    rule(`BR-${code}-02`, sellerIds.length > 0);
  }
  for (const means of list(doc['cac:PaymentMeans'])) {
    rule('BR-49', said(means, 'cbc:PaymentMeansCode') !== '');
    if (said(means, 'cbc:PaymentMeansCode') === '30')
      rule('BR-50', said(means, 'cac:PayeeFinancialAccount', 'cbc:ID') !== '');
  }
  if (isCredit) rule('BR-55', said(doc, 'cac:BillingReference', 'cac:InvoiceDocumentReference', 'cbc:ID') !== '');
  // Every amount says the currency of the document.
  for (const match of xml.matchAll(/currencyID="([^"]*)"/g)) rule('BT-5', match[1] === currency);
  return broken;
}

type Stream = NodeJS.ReadableStream;
/** Reads an answer whole, as its bytes; for supertest’s `parse`. */
export function asBytes(res: unknown, done: (error: Error | null, body: Buffer) => void): void {
  const parts: Buffer[] = [];
  (res as Stream).on('data', (c: Buffer) => parts.push(Buffer.from(c)));
  (res as Stream).on('end', () => done(null, Buffer.concat(parts)));
}
/** The same as text. */
export function asText(res: unknown, done: (error: Error | null, body: string) => void): void {
  asBytes(res, (error, body) => done(error, body.toString()));
}
