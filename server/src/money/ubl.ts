import { XMLBuilder } from 'fast-xml-parser';
import type { MoneyPaper, PaperContent } from '@kavrell/core/money';
import { minorDigits } from '@kavrell/core/units';

/** What the rules of EN 16931 ask for and a paper doesn’t say, in words; empty: it can be written. */
export function ublLacks(paper: MoneyPaper): string[] {
  const { content: c, kind } = paper;
  const taxed = c.taxes.reduce((sum, t) => sum + Math.round((t.netMinor * t.taxBp) / 10_000), 0);
  return [
    ...(kind === 'quote' ? ['A quote is no invoice: there is no data format for it.'] : []),
    ...(c.sender.country ? [] : ['The country in your own details.']),
    ...(c.payer.country ? [] : [`The country of ${c.payer.name}.`]),
    ...(c.sender.vatId || c.sender.taxNumber ? [] : ['Your VAT or tax number.']),
    ...(c.taxes.some((t) => t.taxBp === 0) && !c.sender.taxFree
      ? ['Why no tax is asked for, in your own details.']
      : []),
    ...(minorDigits(c.currency) > 2
      ? [`Another currency: the rules know two places at most, and ${c.currency} has more.`]
      : []),
    ...(taxed === c.taxMinor ? [] : ['Tax that is rounded once for each rate: the rules know no other.']),
  ];
}

const CUSTOMIZATION = 'urn:cen.eu:en16931:2017';
/** Kinds of invoice, by UNTDID 1001. */
const TYPE: Readonly<Record<Exclude<MoneyPaper['kind'], 'quote'>, string>> = {
  deposit: '386',
  part: '326',
  final: '380',
  credit: '381',
};
/** One, as units are counted by UN/ECE recommendation 20; days, hours, minutes, kilometres where the line says so. */
const UNITS: Readonly<Record<string, string>> = {
  day: 'DAY',
  days: 'DAY',
  hour: 'HUR',
  hours: 'HUR',
  h: 'HUR',
  min: 'MIN',
  km: 'KMT',
};

type Xml = Record<string, unknown>;
const text = (value: string) => ({ '#text': value });

/** An invoice or credit as UBL 2.1 by EN 16931. */
export function ublOf(paper: MoneyPaper): string {
  const { content: c } = paper;
  const isCredit = paper.kind === 'credit';
  const root = isCredit ? 'CreditNote' : 'Invoice';
  const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true });
  const body: Xml = {
    '@_xmlns': `urn:oasis:names:specification:ubl:schema:xsd:${root}-2`,
    '@_xmlns:cac': 'urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2',
    '@_xmlns:cbc': 'urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2',
    'cbc:CustomizationID': CUSTOMIZATION,
    'cbc:ID': paper.number,
    'cbc:IssueDate': paper.issuedOn,
    ...(!isCredit && paper.dueOn ? { 'cbc:DueDate': paper.dueOn } : {}),
    [isCredit ? 'cbc:CreditNoteTypeCode' : 'cbc:InvoiceTypeCode']: TYPE[paper.kind as keyof typeof TYPE],
    ...(c.sender.smallPrint ? { 'cbc:Note': c.sender.smallPrint } : {}),
    'cbc:DocumentCurrencyCode': c.currency,
    ...(c.payer.reference ? { 'cbc:BuyerReference': c.payer.reference } : {}),
    ...(c.fromDate && c.toDate
      ? { 'cac:InvoicePeriod': { 'cbc:StartDate': c.fromDate, 'cbc:EndDate': c.toDate } }
      : {}),
    ...(isCredit ? { 'cac:BillingReference': { 'cac:InvoiceDocumentReference': { 'cbc:ID': c.ofNumber } } } : {}),
    'cac:AccountingSupplierParty': { 'cac:Party': partyOf(c.sender, c.sender.taxNumber) },
    'cac:AccountingCustomerParty': { 'cac:Party': partyOf(c.payer, '') },
    ...(c.sender.iban && !isCredit
      ? {
          'cac:PaymentMeans': {
            'cbc:PaymentMeansCode': '30',
            'cbc:PaymentID': paper.number,
            'cac:PayeeFinancialAccount': {
              'cbc:ID': c.sender.iban.replace(/\s/g, ''),
              ...(c.sender.bic ? { 'cac:FinancialInstitutionBranch': { 'cbc:ID': c.sender.bic } } : {}),
            },
          },
        }
      : {}),
    'cac:TaxTotal': {
      'cbc:TaxAmount': amount(c.taxMinor, c),
      'cac:TaxSubtotal': c.taxes.map((t) => ({
        'cbc:TaxableAmount': amount(t.netMinor, c),
        'cbc:TaxAmount': amount(t.taxMinor, c),
        'cac:TaxCategory': category(t.taxBp, c.sender.taxFree),
      })),
    },
    'cac:LegalMonetaryTotal': {
      'cbc:LineExtensionAmount': amount(c.netMinor, c),
      'cbc:TaxExclusiveAmount': amount(c.netMinor, c),
      'cbc:TaxInclusiveAmount': amount(c.netMinor + c.taxMinor, c),
      ...(c.roundingMinor === 0 ? {} : { 'cbc:PayableRoundingAmount': amount(c.roundingMinor, c) }),
      'cbc:PayableAmount': amount(c.grossMinor, c),
    },
    [isCredit ? 'cac:CreditNoteLine' : 'cac:InvoiceLine']: c.lines.map((l, i) => ({
      'cbc:ID': String(i + 1),
      [isCredit ? 'cbc:CreditedQuantity' : 'cbc:InvoicedQuantity']: {
        ...text(decimal(l.quantityMilli, 3)),
        '@_unitCode': UNITS[l.unit] ?? 'C62',
      },
      'cbc:LineExtensionAmount': amount(l.netMinor, c),
      'cac:Item': { 'cbc:Name': l.words, 'cac:ClassifiedTaxCategory': category(l.taxBp, '') },
      'cac:Price': { 'cbc:PriceAmount': amount(l.unitMinor, c) },
    })),
  };
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build({ [root]: body })}`;
}

/** A whole number with its places as a decimal, exact. */
function decimal(value: number, places: number): string {
  const digits = String(Math.abs(value)).padStart(places + 1, '0');
  const whole = places === 0 ? digits : `${digits.slice(0, -places)}.${digits.slice(-places)}`;
  return value < 0 ? `-${whole}` : whole;
}
const amount = (minor: number, { currency }: PaperContent) => ({
  ...text(decimal(minor, minorDigits(currency))),
  '@_currencyID': currency,
});

const category = (taxBp: number, reason: string): Xml => ({
  'cbc:ID': taxBp > 0 ? 'S' : 'E',
  'cbc:Percent': decimal(taxBp, 2),
  ...(taxBp === 0 && reason ? { 'cbc:TaxExemptionReason': reason } : {}),
  'cac:TaxScheme': { 'cbc:ID': 'VAT' },
});

function partyOf(who: PaperContent['sender'] | PaperContent['payer'], taxNumber: string): Xml {
  const [street = '', ...more] = who.address
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean);
  const schemes = [
    ...(who.vatId ? [{ 'cbc:CompanyID': who.vatId, 'cac:TaxScheme': { 'cbc:ID': 'VAT' } }] : []),
    ...(taxNumber ? [{ 'cbc:CompanyID': taxNumber, 'cac:TaxScheme': { 'cbc:ID': 'TAX' } }] : []),
  ];
  return {
    // Who has no VAT number is known by another one.
    ...(taxNumber && !who.vatId ? { 'cac:PartyIdentification': { 'cbc:ID': taxNumber } } : {}),
    'cac:PartyName': { 'cbc:Name': who.name },
    'cac:PostalAddress': {
      ...(street ? { 'cbc:StreetName': street } : {}),
      ...(more[0] ? { 'cbc:AdditionalStreetName': more.join(', ') } : {}),
      ...(who.city ? { 'cbc:CityName': who.city } : {}),
      ...(who.postcode ? { 'cbc:PostalZone': who.postcode } : {}),
      'cac:Country': { 'cbc:IdentificationCode': who.country },
    },
    ...(schemes.length > 0 ? { 'cac:PartyTaxScheme': schemes } : {}),
    'cac:PartyLegalEntity': { 'cbc:RegistrationName': who.name },
    ...(who.email ? { 'cac:Contact': { 'cbc:ElectronicMail': who.email } } : {}),
  };
}
