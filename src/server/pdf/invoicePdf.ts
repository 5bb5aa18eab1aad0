import type { PlainDate } from '#core/calendar/days';
import { groupedReference } from '#core/invoices/creditorReference';
import { transferCode } from '#core/invoices/transferCode';
import type { Party } from '#core/invoices/party';
import { formatAmount, formatMoney, formatPercent } from '#core/money/formatMoney';
import { type Minor, minor } from '#core/money/minor';
import { documentTitle, toBePaid } from '#core/wording/documentWords';
import { fullDate } from '#core/wording/days';
import {
  drawFooters,
  drawRows,
  type Element,
  ink,
  margin,
  openPdf,
  paragraph,
  type Pdf,
  say,
  soft,
  writeLines,
} from '#server/pdf/pdfParts';
import type { DataOf } from '#server/formats/documentData';
import { create } from 'qrcode';

export type PdfInvoice = DataOf & {
  readonly colour: string;
  readonly logo: Uint8Array | null;
  readonly madeAt: Date;
  /** Nothing of it is real. */
  readonly trial: boolean;
  /** Why it is not data too; null where it is. */
  readonly noData: string | null;
};

const regions = new Intl.DisplayNames(['en'], { type: 'region' });
const countryName = (code: string): string => (code === '' ? '' : (regions.of(code) ?? code));

const partyLines = ({ name, contact, street, postcode, city, country, taxNumber, registration }: Party): string[] =>
  [
    name,
    contact,
    street,
    `${postcode} ${city}`.trim(),
    countryName(country),
    taxNumber && `Tax number ${taxNumber}`,
    registration && `Registered ${registration}`,
  ].filter((line) => line !== '');

const columns = { label: 0, quantity: 262, unit: 316, tax: 392, amount: 400 } as const;

/** Two blocks side by side: whom it is for, and what it is. */
function drawHead(pdf: Pdf, root: Element, { body, number, day, dueDay, kind }: PdfInvoice): void {
  const width = pdf.page.width - 2 * margin;
  const top = pdf.y + 10;
  const half = width / 2 - 12;
  say(pdf, root, 'P', () => {
    pdf.fontSize(10).fillColor(ink);
    writeLines(pdf, partyLines(body.buyer), { x: margin, y: top, width: half });
  });
  const below = pdf.y;
  const facts = [
    ['Number', number],
    ['Day', fullDate(day as PlainDate)],
    ...(dueDay && body.open > 0 ? [['To be paid by', fullDate(dueDay as PlainDate)]] : []),
    [body.service ? 'Booking' : 'Request', body.reference],
    ...(body.orderReference ? [['Your reference', body.orderReference] as const] : []),
    ...(body.service ? [['Service', serviceDays(body.service)]] : []),
    ...(body.of ? [['Takes back', `${body.of.number} of ${fullDate(body.of.day as PlainDate)}`]] : []),
  ];
  const x = margin + width / 2 + 12;
  let y = top;
  for (const [label, value] of facts) {
    say(pdf, root, 'P', () => {
      pdf.font('regular').fontSize(9).fillColor(soft).text(label!, x, y, { width: 84 });
      pdf
        .font(kind === 'credit' && label === 'Takes back' ? 'bold' : 'regular')
        .fontSize(10)
        .fillColor(ink)
        .text(value!, x + 88, y - 0.5, { width: half - 88 });
    });
    y = Math.max(pdf.y, y + 14) + 1;
  }
  pdf.x = margin;
  pdf.y = Math.max(below, y) + 18;
}

const serviceDays = ({ from, until }: { from: string; until: string }): string =>
  from === until ? fullDate(from as PlainDate) : `${fullDate(from as PlainDate)} to ${fullDate(until as PlainDate)}`;

/** The lines, with quantity, price for one, tax codes and sum. */
function drawLines(pdf: Pdf, root: Element, { body, currency, kind }: PdfInvoice): void {
  const table = pdf.struct('Table');
  root.add(table);
  const width = pdf.page.width - 2 * margin;
  const rates = new Map(body.taxes.map(({ code, rate }) => [code, formatPercent(rate)]));
  const draw = (cells: readonly (readonly [string, number, number, 'left' | 'right'])[], head: boolean): void => {
    const row = pdf.struct('TR');
    table.add(row);
    const size = head ? 8.5 : 10;
    const needed = pdf.font('regular').fontSize(size).heightOfString(cells[0]![0], { width: cells[0]![2] });
    if (pdf.y + needed > pdf.page.height - margin - 30) pdf.addPage();
    const y = pdf.y;
    let lowest = y;
    for (const [text, x, wide, align] of cells) {
      say(pdf, row, head ? 'TH' : 'TD', () => {
        if (align === 'left' && !head) {
          pdf.fontSize(size).fillColor(ink);
          writeLines(pdf, [text], { x: margin + x, y, width: wide });
          return;
        }
        pdf
          .font(head ? 'bold' : 'regular')
          .fontSize(size)
          .fillColor(head ? soft : ink)
          .text(text, margin + x, y, { width: wide, align, lineGap: 2 });
      });
      lowest = Math.max(lowest, pdf.y);
    }
    pdf.x = margin;
    pdf.y = lowest + 4;
  };
  const amountAt = width - 90;
  draw(
    [
      ['What', columns.label, 250, 'left'],
      ['Quantity', columns.quantity, 48, 'right'],
      ['Each', columns.unit, 66, 'right'],
      ['Tax', columns.tax - 6, 40, 'right'],
      [kind !== 'final' || body.price.taxMode === 'inclusive' ? 'With tax' : 'Without tax', amountAt, 90, 'right'],
    ],
    true,
  );
  for (const { label, quantity, unitPrice, net, codes } of body.lines)
    draw(
      [
        [label, columns.label, 250, 'left'],
        [quantity, columns.quantity, 48, 'right'],
        [formatAmount(unitPrice, currency), columns.unit, 66, 'right'],
        [codes.map((code) => rates.get(code) ?? '').join(' + '), columns.tax - 6, 40, 'right'],
        [formatAmount(net, currency), amountAt, 90, 'right'],
      ],
      false,
    );
  pdf.moveDown(0.4);
}

function drawSums(pdf: Pdf, root: Element, { body, currency, total, net, kind }: PdfInvoice): void {
  const money = (amount: Minor): string => formatMoney(amount, currency);
  const shown = body.taxes.filter(({ base, amount }) => base !== 0 || amount !== 0);
  drawRows(pdf, root, [
    ['Without tax', money(net)],
    ...shown.map(({ label, rate, base, amount }): [string, string] => [
      `${label} ${formatPercent(rate)} on ${money(base)}`,
      money(amount),
    ]),
    ['Total', money(total), true],
    ...(kind === 'final'
      ? body.deducted.map(({ number, day, net: own, taxes, amount }): [string, string] => [
          `Less ${number} of ${fullDate(day as PlainDate)}: ${money(own)} and ${taxes.map((tax) => `${tax.code} ${money(tax.amount)}`).join(', ') || 'no tax'}`,
          money(minor(0 - amount)),
        ])
      : []),
    ...(kind === 'final' && body.deducted.length > 0
      ? [['Payable', money(body.payable), true] as [string, string, boolean]]
      : []),
    ...(kind === 'final' && body.open < body.payable
      ? [['Received besides', money(minor(body.open - body.payable))] as [string, string]]
      : []),
  ]);
}

/** Why no tax is charged, in words, for each code of which none is. */
function exemptions({ body }: PdfInvoice): string[] {
  return body.taxes.flatMap(({ category, label, reason }) => {
    if (category === 'AE') return ['Reverse charge: the tax is to be paid by the client.'];
    return category === 'E' ? [`${label}: exempt from tax${reason ? ` (${reason})` : ''}.`] : [];
  });
}

function drawPaying(pdf: Pdf, root: Element, invoice: PdfInvoice): void {
  const { body, currency, day, number, kind, total } = invoice;
  const { seller, open } = body;
  const said = { kind, number, total, open, dueDay: invoice.dueDay as PlainDate | null, of: body.of?.number ?? null };
  paragraph(
    pdf,
    root,
    toBePaid(said, (amount) => formatMoney(amount, currency), day as PlainDate),
  );
  if (open <= 0 || seller.iban === '') return;
  const { iban, bic, name } = seller;
  const to = [
    `By transfer to ${name}`,
    `IBAN ${groupedReference(iban.replace(/\s/g, ''))}`,
    ...(bic ? [`BIC ${bic}`] : []),
    `Reference ${groupedReference(body.paymentReference)}`,
  ];
  const code = transferCode({ name, iban, bic, amount: open, currency, reference: body.paymentReference });
  const size = 82;
  if (pdf.y + size + 10 > pdf.page.height - margin) pdf.addPage();
  const top = pdf.y;
  if (code) {
    const alt = 'A code with account, sum and reference for a banking application';
    root.add(pdf.struct('Figure', { alt }, () => drawCode(pdf, code, { left: margin, top, size })));
  }
  say(pdf, root, 'P', () =>
    pdf
      .font('regular')
      .fontSize(10)
      .fillColor(ink)
      .text(to.join('\n'), margin + (code ? size + 14 : 0), top, { lineGap: 2.5 }),
  );
  pdf.x = margin;
  pdf.y = Math.max(pdf.y, top + (code ? size : 0)) + 10;
}

/** A code as one path, sharp at any size. */
function drawCode(
  pdf: Pdf,
  code: string,
  { left, top, size }: Readonly<Record<'left' | 'top' | 'size', number>>,
): void {
  const { modules } = create(code, { errorCorrectionLevel: 'M' });
  const side = size / modules.size;
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) pdf.rect(left + column * side, top + row * side, side, side);
  pdf.fill('#000');
}

/** An invoice or credit note with the business's letterhead: a tagged PDF/A-3a. */
export async function invoicePdf(invoice: PdfInvoice): Promise<Buffer> {
  const { body, number, kind, colour, logo, trial, noData, madeAt } = invoice;
  const { seller } = body;
  const title = `${documentTitle[kind]} ${number}`;
  const { pdf, bytes } = openPdf({ title, author: seller.name, madeAt });
  const root = pdf.struct('Document');
  pdf.addStructure(root);
  if (logo) {
    root.add(
      pdf.struct('Figure', { alt: seller.name }, () =>
        pdf.image(Buffer.from(logo), margin, margin - 8, { fit: [150, 44] }),
      ),
    );
    pdf.y = margin + 44;
  }
  say(pdf, root, 'P', () => pdf.font('bold').fontSize(11).fillColor(colour).text(seller.name, margin).fillColor(ink));
  const letterhead = [
    seller.street,
    `${seller.postcode} ${seller.city}`.trim(),
    countryName(seller.country),
    seller.email,
  ];
  paragraph(pdf, root, letterhead.filter((part) => part !== '').join(' · '), soft);
  const numbers = [
    seller.taxNumber && `Tax number ${seller.taxNumber}`,
    seller.registration && `Registered ${seller.registration}`,
  ].filter(Boolean);
  if (numbers.length > 0) paragraph(pdf, root, numbers.join(' · '), soft);
  pdf.moveDown(0.8);
  say(pdf, root, 'H1', () => pdf.font('bold').fontSize(20).fillColor(ink).text(title));
  if (trial) paragraph(pdf, root, 'A trial: nothing of this was paid or is owed.', soft);
  drawHead(pdf, root, invoice);
  drawLines(pdf, root, invoice);
  drawSums(pdf, root, invoice);
  for (const line of exemptions(invoice)) paragraph(pdf, root, line);
  drawPaying(pdf, root, invoice);
  if (body.note) paragraph(pdf, root, body.note, soft);
  if (noData) paragraph(pdf, root, noData, soft);
  root.end();
  drawFooters(pdf, `${seller.name} · ${title}`);
  pdf.end();
  return bytes;
}
