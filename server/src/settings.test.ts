import { readSettings } from './settings';

describe('readSettings', () => {
  it('stays on this machine unless told otherwise', () => {
    expect(readSettings([], {})).toMatchObject({ host: '127.0.0.1', port: 4310, lan: false });
    expect(readSettings(['--lan'], { PORT: '80' })).toMatchObject({ host: '0.0.0.0', port: 80, lan: true });
    expect(readSettings([], { HOST: '192.168.1.5' }).lan).toBe(true);
    expect(() => readSettings([], { PORT: 'http' })).toThrow(/PORT/);
  });
});
