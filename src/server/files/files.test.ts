import { type Installation, installation } from '../../../testing/installation.js';
import { remadePicture } from '#server/pictures/remadePicture';
import { cleanFileName, drawnSignature, mostFileBytes } from '#server/files/files';
import { expect } from 'chai';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';

const png = (width = 4, height = 4): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: '#0d4a56' } })
    .png()
    .toBuffer();
const evil = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" width="40" height="40" onload="alert(1)"><script>alert(1)</script><foreignObject><body onload="alert(1)"/></foreignObject><rect width="40" height="40" fill="red"/></svg>`;

describe('files that are uploaded', () => {
  let app: Installation;
  before(async () => (app = await installation()));
  after(() => app.close());
  const keep = async (bytes: Uint8Array | string, name = 'x.png', wanted: 'picture' | 'any' = 'picture') => {
    const kept = await app.uploadFile(Buffer.from(bytes as never), name, wanted);
    return kept.ok ? (await app.readFile(kept.value.id))! : kept.refusal.code;
  };

  it('a picture is made anew from its pixels', async () => {
    const given = Buffer.concat([await png(), Buffer.from('<script>alert(1)</script>')]);
    const kept = await keep(given);
    if (typeof kept === 'string') throw new Error(kept);
    expect(kept.type).to.equal('image/webp');
    expect(kept.content.includes('script')).to.equal(false);
    expect((await sharp(kept.content).metadata()).width).to.equal(4);
  });
  it('an SVG becomes pixels, and its scripts are gone', async () => {
    const kept = await keep(evil, 'logo.svg');
    if (typeof kept === 'string') throw new Error(kept);
    expect((await sharp(kept.content).metadata()).format).to.equal('webp');
    expect(kept.content.includes('alert')).to.equal(false);
  });
  it('a large one is made smaller', async () => {
    const kept = await keep(await png(2400, 1200));
    expect(typeof kept === 'string' ? kept : [kept.width, kept.height]).to.deep.equal([1600, 800]);
  });
  it('a PDF is kept as it is, where papers are taken', async () => {
    const made = await PDFDocument.create();
    made.addPage();
    const pdf = await made.save();
    const kept = await keep(pdf, 'terms.pdf', 'any');
    expect(typeof kept === 'string' ? kept : kept.type).to.equal('application/pdf');
    expect(await keep(pdf, 'terms.pdf', 'picture')).to.equal('file_kind');
  });

  it('what only begins as a PDF does is none', async () => {
    for (const bytes of ['%PDF-1.7\n<script>alert(1)</script>', '%PDF-1.7\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF'])
      expect(await keep(bytes, 'terms.pdf', 'any')).to.equal('file_unreadable');
  });

  const refused: [why: string, bytes: () => Promise<Uint8Array | string>, code: string][] = [
    ['a page that calls itself a picture', async () => '<html><script>alert(1)</script></html>', 'file_kind'],
    ['a program', async () => Buffer.from('7f454c4602010100', 'hex'), 'file_kind'],
    ['nothing', async () => '', 'file_kind'],
    ['half a picture', async () => (await png(300, 300)).subarray(0, 90), 'file_unreadable'],
    ['too large', async () => Buffer.alloc(mostFileBytes + 1), 'file_too_large'],
    [
      'a picture of few bytes that unfolds to more than memory holds',
      async () => `<svg xmlns="http://www.w3.org/2000/svg" width="90000" height="90000"/>`,
      'file_unreadable',
    ],
  ];
  for (const [why, bytes, code] of refused)
    it(`refused: ${why}`, async () => expect(await keep(await bytes())).to.equal(code));

  const names: [given: string, clean: string][] = [
    ['../../etc/passwd', 'passwd'],
    ['C:\\temp\\plan.pdf', 'plan.pdf'],
    ['invoice\u202efdp.exe', 'invoicefdp.exe'],
    ['a"b\r\nSet-Cookie: x', 'abSet-Cookie x'],
    ['...', 'file'],
  ];
  for (const [given, clean] of names)
    it(`a name is only a name: ${JSON.stringify(given)}`, () => expect(cleanFileName(given)).to.equal(clean));
});

describe('pictures that ask for more than they are worth', () => {
  it('one that is drawn for ever is stopped, and holds nobody up meanwhile', async () => {
    const slow = `<svg xmlns="http://www.w3.org/2000/svg" width="6000" height="6000"><filter id="f" x="0" y="0" width="1" height="1"><feTurbulence baseFrequency="0.9" numOctaves="9000"/></filter><rect width="6000" height="6000" filter="url(#f)"/></svg>`;
    let ticks = 0;
    const ticking = setInterval(() => ticks++, 10);
    const drawn = await remadePicture(Buffer.from(slow), 'webp', { deadline: 1200 });
    clearInterval(ticking);
    expect(drawn).to.deep.equal({ ok: false, refusal: { code: 'file_unreadable' } });
    expect(ticks, 'the process went on').to.be.greaterThan(20);
  });

  const asSignature = (image: string, method = 'drawn') => drawnSignature({ method, image });
  const dataUrl = (bytes: Buffer | string): string => `data:image/png;base64,${Buffer.from(bytes).toString('base64')}`;
  /** The header of a picture that large, and nothing behind it. */
  async function claiming(width: number, height: number): Promise<Buffer> {
    const head = Buffer.from(await png());
    head.writeUInt32BE(width, 16);
    head.writeUInt32BE(height, 20);
    return head;
  }
  const wrong: [why: string, image: () => Promise<string>, code: string][] = [
    ['an SVG that calls itself a PNG', async () => dataUrl(evil), 'file_kind'],
    [
      'a JPEG',
      async () =>
        dataUrl(
          await sharp(await png(40, 20))
            .jpeg()
            .toBuffer(),
        ),
      'file_kind',
    ],
    ['more pixels than a hand draws', async () => dataUrl(await claiming(60_000, 60_000)), 'file_unreadable'],
    ['half a picture', async () => dataUrl((await png(300, 300)).subarray(0, 90)), 'file_unreadable'],
    ['more bytes than a signature has', async () => dataUrl(Buffer.alloc(600_000)), 'file_too_large'],
  ];
  for (const [why, image, code] of wrong)
    it(`no signature: ${why}`, async () => {
      const drawn = await asSignature(await image());
      expect(drawn.ok ? 'ok' : drawn.refusal.code).to.equal(code);
    });
  it('a drawn signature is made anew; a typed one has no picture', async () => {
    const drawn = await asSignature(dataUrl(Buffer.concat([await png(60, 20), Buffer.from('<script>')])));
    if (!drawn.ok) throw new Error(drawn.refusal.code);
    expect(drawn.value).to.include({ width: 60, height: 20 });
    expect(drawn.value!.content.includes('script')).to.equal(false);
    expect(await asSignature(dataUrl(evil), 'typed')).to.deep.equal({ ok: true, value: null });
  });
});
