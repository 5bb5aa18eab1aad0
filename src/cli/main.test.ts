import { runLines } from '#cli/runLines';
import { computations } from '#cli/computations';
import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { Readable, Writable } from 'node:stream';

const fee = '{"amount":100,"percent":"1","fixed":0,"mode":"add"}';
const ostendo = (args: string[], input: string) =>
  spawnSync('npx', ['tsx', 'src/cli/main.ts', ...args], { input, encoding: 'utf8' });

describe('the command line', () => {
  it('prints one document, and nothing else', () => {
    const { stdout, status } = ostendo(['fee'], fee);
    expect(JSON.parse(stdout)).to.deep.equal({ fee: 1, charge: 101 });
    expect(status).to.equal(0);
  });
  it('prints an error on standard error only', () => {
    const { stdout, stderr, status } = ostendo(['fee'], '{"amount":1}');
    expect(stdout).to.equal('');
    expect(JSON.parse(stderr.split('\n').find((line) => line.startsWith('{'))!)).to.have.nested.property(
      'error.path',
      'percent',
    );
    expect(status).to.equal(2);
  });
  it('answers a line a line, in order, goes on after a fault, and ends with status 2', () => {
    const { stdout, status } = ostendo(['fee', '--lines'], `${fee}\n\n[]\n${fee}`);
    const lines = stdout
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line) as object);
    expect(lines).to.deep.equal([
      { fee: 1, charge: 101 },
      { error: { code: 'invalid_input', message: 'not a JSON object', path: '' } },
      { fee: 1, charge: 101 },
    ]);
    expect(status).to.equal(2);
  });
  it('says what it can do', () => {
    const { stderr, status } = ostendo(['dance'], '');
    expect(stderr).to.include('usage').and.to.include('invalid_usage');
    expect(status).to.equal(2);
  });
  it('names a file that is not there', () => {
    const { stderr, status } = ostendo(['fee', '/nowhere.json'], '');
    expect(stderr).to.include('unreadable_file');
    expect(status).to.equal(2);
  });

  it('waits for a slow reader, and puts characters together that were cut', async () => {
    const bytes = Buffer.from(`${fee}\n${fee.replace('{', '{"é":1,')}\n`.repeat(3000));
    const cut = Array.from({ length: Math.ceil(bytes.length / 777) }, (_, index) =>
      bytes.subarray(index * 777, (index + 1) * 777),
    );
    let waiting = 0;
    let most = 0;
    let got = '';
    const slow = new Writable({
      highWaterMark: 1024,
      write(chunk: Buffer, _encoding, done) {
        most = Math.max(most, ++waiting);
        got += chunk.toString();
        setTimeout(() => {
          waiting--;
          done();
        }, 1);
      },
    });
    const refused = await runLines(Readable.from(cut, { objectMode: false }), slow, computations.fee!);
    slow.end();
    await new Promise((resolve) => slow.once('finish', resolve));
    expect(refused).to.equal(3000);
    expect(got.trimEnd().split('\n')).to.have.length(6000);
    expect(got).to.include('Unrecognized key: \\"é\\"');
    expect(most).to.equal(1);
  });
});
