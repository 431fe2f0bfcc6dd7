import { createHash, generateKeyPairSync, sign } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { receiptText, type ReceiptFacts } from '@ravlo/contract';
import { commandLine } from '../testing/commandLine';

const cli = commandLine();

describe('receipt', () => {
  const pdf = Buffer.from('%PDF-1.7 work');
  const { publicKey, privateKey } = generateKeyPairSync('ed25519');
  const key = publicKey.export({ type: 'spki', format: 'der' }).toString('base64');
  const facts: ReceiptFacts = {
    ...{ kind: 'ravlo-receipt', version: 1, id: '00000000-0000-4000-8000-000000000001', person: 'Imke Tarn' },
    ...{ deskClass: 'Coastal navigation', brief: 'Tides, week 3', attempt: 1, attemptsAllowed: 3 },
    ...{ fileName: 'tides.pdf', pages: 1, bytes: pdf.length },
    ...{ sha256: createHash('sha256').update(pdf).digest('hex') },
    ...{ arrivedAt: '2026-03-09T12:00:00.000Z', dueAt: null, isLate: false },
  };
  const signed = {
    ...facts,
    key,
    signature: sign(null, Buffer.from(receiptText(facts)), privateKey).toString('base64'),
  };

  async function put(name: string, content: string | Buffer): Promise<string> {
    const file = path.join(cli.dir, name);
    await writeFile(file, content);
    return file;
  }

  it('says that it is true, and which PDF it is about', async () => {
    const file = await put('receipt.json', JSON.stringify(signed));
    const desk = await put('desk.public', `${key}\n`);
    const own = await put('own.pdf', pdf);
    const other = await put('other.pdf', Buffer.concat([pdf, Buffer.from(' ')]));
    const fits = await cli.run('receipt', file, own, '--desk', desk);
    expect(fits.code).toBe(0);
    expect(fits.lines).toMatchObject([
      { receipt: 'genuine', desk: 'known', pdf: 'fits', person: 'Imke Tarn', attempt: 1, isLate: false },
    ]);
    const differs = await cli.run('receipt', file, other, '--desk', desk);
    expect(differs.code).toBe(1);
    expect(differs.lines).toMatchObject([{ receipt: 'genuine', pdf: 'differs' }]);
  });

  it('says that it is not, whoever signed it, and whatever it is', async () => {
    const altered = await put('altered.json', JSON.stringify({ ...signed, isLate: true }));
    const nothing = await put('nothing.json', 'hello');
    for (const [file, is] of [
      [altered, 'altered'],
      [nothing, 'unreadable'],
    ]) {
      const { code, lines } = await cli.run('receipt', file);
      expect(code).toBe(1);
      expect(lines).toMatchObject([{ receipt: is }]);
    }
    const file = await put('receipt.json', JSON.stringify(signed));
    const another = await put('another.public', 'AAAA');
    const { code, lines } = await cli.run('receipt', file, '--desk', another);
    expect(code).toBe(1);
    expect(lines).toMatchObject([{ receipt: 'genuine', desk: 'another', pdf: null }]);
  });
});
