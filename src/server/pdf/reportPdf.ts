import type { ReportCell, ReportTable } from '#contracts/books/views';
import { formatMoney } from '#core/money/formatMoney';
import {
  drawFooters,
  type Element,
  heading,
  ink,
  margin,
  openPdf,
  paragraph,
  type Pdf,
  say,
  soft,
  writeLines,
} from '#server/pdf/pdfParts';

export type PdfReport = {
  readonly business: string;
  readonly title: string;
  readonly period: string;
  readonly madeAt: Date;
  readonly tables: readonly ReportTable[];
};

const text = (cell: ReportCell): string => {
  if (typeof cell === 'string') return cell;
  return 'sum' in cell ? formatMoney(cell.sum, cell.currency) : cell.text;
};

function drawTable(pdf: Pdf, root: Element, { columns, rows, sums }: ReportTable): void {
  const table = pdf.struct('Table');
  root.add(table);
  const width = pdf.page.width - 2 * margin;
  // Words get the room that sums leave.
  const narrow = 82;
  const words = columns.filter(({ right }) => !right).length;
  const wide = Math.max(50, (width - narrow * (columns.length - words)) / Math.max(1, words));
  const widths = columns.map(({ right }) => (right ? narrow : wide));
  const draw = (cells: readonly string[], kind: 'head' | 'row' | 'sum'): void => {
    const row = pdf.struct('TR');
    table.add(row);
    pdf.fontSize(8.5);
    const needed = Math.max(
      ...cells.map((cell, index) => pdf.font('regular').heightOfString(cell, { width: widths[index]! - 6 })),
    );
    if (pdf.y + needed > pdf.page.height - margin - 20) pdf.addPage();
    const y = pdf.y;
    let x = margin;
    let lowest = y;
    cells.forEach((cell, index) => {
      const { right } = columns[index]!;
      const at = { x, y, width: widths[index]! - 6 };
      say(pdf, row, kind === 'head' ? 'TH' : 'TD', () => {
        pdf.fontSize(8.5).fillColor(kind === 'head' ? soft : ink);
        const face = kind === 'row' ? 'regular' : 'bold';
        if (right) pdf.font(face).text(cell, at.x, at.y, { width: at.width + 6, align: 'right' });
        else writeLines(pdf, [cell], { ...at, face });
      });
      lowest = Math.max(lowest, pdf.y);
      x += widths[index]!;
    });
    pdf.x = margin;
    pdf.y = lowest + 3;
  };
  draw(
    columns.map(({ label }) => label),
    'head',
  );
  for (const row of rows) draw(row.map(text), 'row');
  for (const row of sums) draw(row.map(text), 'sum');
}

/** A report to print or to hand on: a tagged PDF/A-3a. */
export async function reportPdf({ business, title, period, madeAt, tables }: PdfReport): Promise<Buffer> {
  const { pdf, bytes } = openPdf({ title: `${title}, ${period}`, author: business, madeAt });
  const root = pdf.struct('Document');
  pdf.addStructure(root);
  say(pdf, root, 'P', () => pdf.font('bold').fontSize(10).fillColor(ink).text(business));
  for (const table of tables) {
    heading(pdf, root, table.title, table === tables[0] ? 1 : 2);
    paragraph(pdf, root, period, soft);
    paragraph(pdf, root, table.says, soft);
    if (table.rows.length === 0) paragraph(pdf, root, 'Nothing in this period.');
    else drawTable(pdf, root, table);
  }
  root.end();
  drawFooters(pdf, `${business} · ${title} · ${period}`);
  pdf.end();
  return bytes;
}
