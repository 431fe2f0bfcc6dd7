import { readSettings } from './settings';

describe('readSettings', () => {
  it('stays on this machine unless told otherwise', () => {
    expect(readSettings([], {})).toMatchObject({ host: '127.0.0.1', port: 4310, lan: 'off', remarks: [] });
    expect(readSettings(['--lan'], { PORT: '80' })).toMatchObject({
      ...{ host: '0.0.0.0', port: 80, securePort: 81, lan: 'secure' },
    });
    expect(readSettings(['--lan', '--plain'], {}).lan).toBe('plain');
    expect(readSettings([], { HOST: '192.168.1.5' }).lan).toBe('secure');
    expect(() => readSettings([], { PORT: 'http' })).toThrow(/PORT/);
    expect(() => readSettings([], { HTTPS_PORT: '-1' })).toThrow(/HTTPS_PORT/);
  });

  it('says what one setting makes of another', () => {
    expect(readSettings(['--lan'], { HOST: '127.0.0.1' })).toMatchObject({
      lan: 'off',
      remarks: [expect.stringMatching(/^HOST=127\.0\.0\.1 keeps Ravlo on this computer/)],
    });
    expect(readSettings(['--plain'], {}).remarks).toHaveLength(1);
    expect(readSettings([], { TLS_CERT: 'a', TLS_KEY: 'b' }).remarks).toHaveLength(1);
  });

  it('takes a certificate with its key only, and an address in the open as a whole', () => {
    expect(() => readSettings(['--lan'], { TLS_CERT: 'site.pem' })).toThrow(/go together/);
    expect(readSettings([], { PUBLIC_URL: 'https://ravlo.school.example' }).publicUrl?.host).toBe(
      'ravlo.school.example',
    );
    for (const said of ['ravlo.example', 'ftp://ravlo.example', 'https://ravlo.example/there'])
      expect(() => readSettings([], { PUBLIC_URL: said })).toThrow(/PUBLIC_URL/);
  });

  it('believes so many proxies, or those at some addresses, and never just anybody', () => {
    expect(readSettings([], { TRUST_PROXY: '1' }).trustProxy).toBe(1);
    expect(readSettings([], { TRUST_PROXY: 'loopback' }).trustProxy).toBe('loopback');
    expect(() => readSettings([], { TRUST_PROXY: 'true' })).toThrow(/TRUST_PROXY/);
  });
  it('sends mail to nobody but the stand-in unless told where', () => {
    expect(readSettings([], {}).smtpUrl).toBeNull();
    expect(readSettings([], { SMTP_URL: 'smtps://a:b@mail.school.example' }).smtpUrl).toMatch(/^smtps:/);
    for (const said of ['mail.school.example', 'https://mail.school.example'])
      expect(() => readSettings([], { SMTP_URL: said })).toThrow(/SMTP_URL/);
  });
});
