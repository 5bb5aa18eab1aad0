import { usualStyle, writeAs } from '#core/wording/houseStyle';
import { makePaper } from '#server/pdf/papers';
import { receiptPdf, type PdfReceipt } from '#server/pdf/receiptPdf';
import { expect } from 'chai';

const receipt = (number: string): PdfReceipt => ({
  business: 'Vesper Hollow',
  line: '',
  email: 'hello@example.com',
  colour: '#0d4a56',
  number,
  client: 'Ines Valadar',
  when: 'Fri 14 May 2027',
  madeAt: new Date('2027-05-14T08:00:00Z'),
  rows: [['Deposit', '€ 50.00', true]],
  standing: [],
});

describe('papers', () => {
  before(() => writeAs(usualStyle));

  it('are made by a thread: this one goes on meanwhile, and the paper is the same', async () => {
    await makePaper('receipt', receipt('B-0001/1')); // the thread begins
    let turns = 0;
    const counting = setInterval(() => turns++, 1);
    const made = await makePaper('receipt', receipt('B-0001/2'));
    clearInterval(counting);
    expect(turns).to.be.greaterThan(1);
    expect(made).to.be.instanceOf(Buffer);
    expect(made.length).to.equal((await receiptPdf(receipt('B-0001/2'))).length);
  });

  it('the same is made once, however many ask at a time', async () => {
    const all = await Promise.all(Array.from({ length: 50 }, () => makePaper('receipt', receipt('B-0002/1'))));
    expect(new Set(all).size).to.equal(1);
    expect(await makePaper('receipt', receipt('B-0002/1'))).to.equal(all[0]);
    expect(await makePaper('receipt', receipt('B-0002/2'))).not.to.equal(all[0]);
  });

  it('what cannot be made says so, and the next is made', async () => {
    const wrong = { ...receipt('B-0003/1'), rows: null } as unknown as PdfReceipt;
    const failed = await makePaper('receipt', wrong).catch((error: unknown) => error);
    expect(failed).to.be.instanceOf(Error);
    expect((await makePaper('receipt', receipt('B-0003/1'))).subarray(0, 5).toString()).to.equal('%PDF-');
  });
});
