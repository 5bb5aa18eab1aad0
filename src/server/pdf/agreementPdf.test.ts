import { canonicalText, type SignedDocument } from '#core/quotes/signedDocument';
import { agreementPdf } from '#server/pdf/agreementPdf';
import { openPdf } from '#server/pdf/pdfParts';
import { expect } from 'chai';
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';

const word = 'The telescope stays dry and is covered in daylight. ';
const longDocument = (paragraphs: number): SignedDocument => ({
  number: 'Q-0001',
  revision: 1,
  title: 'Imaging rig',
  business: 'Vesper Hollow',
  client: 'Zoë Ångström',
  when: 'Mon 5 Apr, 18:00 to Thu 15 Apr, 18:00',
  agreement: 'Rental agreement',
  total: '€ 559.00',
  blocks: Array.from({ length: paragraphs }, (_, index) => ({
    kind: (['heading', 'paragraph', 'bullet', 'number'] as const)[index % 4]!,
    runs:
      index % 4 === 0
        ? [{ text: `Part ${index / 4 + 1}` }]
        : [{ text: word.repeat(5) }, { text: 'Always.', bold: true }],
  })),
  rows: [{ label: 'Imaging rig', note: '10 days at 55.00', amount: '550.00' }],
  money: ['€ 167.70 (deposit) is due now.'],
  cancellation: ['Until Thu 18 Mar: you get everything back.'],
  filled: [{ label: 'Policy number', value: 'PT-7731' }],
});

async function pdfOf(document: SignedDocument): Promise<Buffer> {
  const image = await sharp({ create: { width: 200, height: 60, channels: 4, background: '#ffffff' } })
    .png()
    .toBuffer();
  const sha256 = createHash('sha256').update(canonicalText(document)).digest('hex');
  const about = { when: '1 Mar, 10:00', origin: '203.0.113.9', consent: 'I sign.', sha256 };
  return agreementPdf({
    document,
    sha256,
    colour: '#2b2b52',
    madeAt: new Date('2027-03-01T10:00:00Z'),
    signatures: [
      { role: 'Zoë Ångström', name: 'Zoë Ångström', method: 'drawn', image, ...about },
      { role: 'Vesper Hollow', name: 'Lena Varga', method: 'typed', image: null, ...about },
    ],
    events: [{ when: '1 Mar, 09:00', what: 'Sent to zoe@example.com, version 1' }],
  });
}

describe('the agreement as a PDF', () => {
  let folder = '';
  before(() => (folder = mkdtempSync(join(tmpdir(), 'ostendo-pdf-'))));
  after(() => rmSync(folder, { recursive: true }));
  const qpdf = (pdf: Buffer, ...more: string[]): string => {
    const file = join(folder, 'agreement.pdf');
    writeFileSync(file, pdf);
    return execFileSync('qpdf', [file, ...more], { encoding: 'utf8', maxBuffer: 64_000_000 });
  };

  it('is sound, tagged, in a language, and names itself', async () => {
    const pdf = await pdfOf(longDocument(24));
    expect(qpdf(pdf, '--check')).to.include('No syntax or stream encoding errors');
    const {
      qpdf: [, objects],
    } = JSON.parse(qpdf(pdf, '--json')) as { qpdf: [unknown, Record<string, { value?: unknown }>] };
    const all = Object.values(objects).map(({ value }) => value as Record<string, unknown> | undefined);
    const catalog = all.find((value) => value?.['/Type'] === '/Catalog')!;
    const marked = objects[`obj:${String(catalog['/MarkInfo'])}`]?.value ?? catalog['/MarkInfo'];
    expect(marked).to.deep.equal({ '/Marked': true });
    expect(catalog['/Lang']).to.equal('u:en-GB');
    const kinds = all.flatMap((value) =>
      value instanceof Object && '/S' in value && '/P' in value ? [String(value['/S'])] : [],
    );
    for (const kind of [
      '/Document',
      '/H1',
      '/H2',
      '/P',
      '/L',
      '/LI',
      '/LBody',
      '/Table',
      '/TR',
      '/TH',
      '/TD',
      '/Figure',
    ])
      expect(kinds, kind).to.include(kind);
    expect(all.find((value) => value?.['/S'] === '/Figure')!['/Alt']).to.equal('u:Signature of Zoë Ångström');
  });

  it('is the same where each of its words has been drawn before, and has the faces that it is drawn in', async () => {
    const drawn = async () => qpdf(await pdfOf(longDocument(24)), '-', '--qdf', '--static-id').split('trailer')[0]!;
    const [first, again] = [await drawn(), await drawn()];
    expect(first).to.include('Tj').and.to.equal(again);
    const faces = [...first.matchAll(/BaseFont \/[A-Z]+\+(\S+)/g)].map(([, face]) => face);
    expect([...new Set(faces)].sort()).to.deep.equal(
      ['Italic', 'Regular', 'SemiBold'].map((face) => `IBMPlexSans-${face}`),
    );
  });

  it('a text goes on in its own face over the end of a page', async () => {
    const { pdf, bytes } = openPdf({ title: 'Terms', author: 'Vesper Hollow', madeAt: new Date(0) });
    const draw = (): void => void pdf.font('bold').fontSize(20).text(word.repeat(80));
    pdf.addStructure(pdf.struct('P', {}, draw));
    pdf.end();
    const made = await bytes;
    const drawn = qpdf(made, '-', '--qdf');
    expect(drawn.match(/BaseFont \/[A-Z]+\+(?!IBMPlexSans-SemiBold)\S+/g)).to.equal(null);
    expect(Number(qpdf(made, '--show-npages'))).to.be.at.least(2);
  });

  it('five pages of it are sound too', async () => {
    const pdf = await pdfOf(longDocument(64));
    expect(qpdf(pdf, '--check')).to.include('No syntax or stream encoding errors');
    expect(Number(qpdf(pdf, '--show-npages'))).to.be.within(5, 8);
  });
});
