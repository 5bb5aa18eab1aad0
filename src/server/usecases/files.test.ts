import { type Installation, installation } from '../../../testing/installation.js';
import { cleanFileName, mostFileBytes } from '#server/usecases/files';
import { expect } from 'chai';
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
    const pdf = '%PDF-1.7\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF';
    const kept = await keep(pdf, 'terms.pdf', 'any');
    expect(typeof kept === 'string' ? kept : kept.type).to.equal('application/pdf');
    expect(await keep(pdf, 'terms.pdf', 'picture')).to.equal('file_kind');
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
