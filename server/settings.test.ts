import { hostNameOf, SettingProblem, settingsFrom } from './settings';

const names = (env: Record<string, string>) => [...settingsFrom(env).names].slice(3);

describe('the names Gritch goes by', () => {
  it('are those of this very machine, and no others unless told', () =>
    expect([...settingsFrom({}).names]).toEqual(['127.0.0.1', 'localhost', '[::1]']));
  it.each<[string, Record<string, string>, string[]]>([
    ['the address it listens on', { HOST: '192.168.7.5' }, ['192.168.7.5']],
    ['an IPv6 address it listens on', { HOST: 'fd00::7' }, ['[fd00::7]']],
    ['none for all addresses', { HOST: '0.0.0.0' }, []],
    ['none for all IPv6 addresses', { HOST: '::' }, []],
    [
      'GRITCH_HOSTS, with ports or without, in any case',
      { GRITCH_HOSTS: 'Fen.local, ferry:8080' },
      ['fen.local', 'ferry'],
    ],
    ["a proxy's origin", { GRITCH_PROXY: 'https://Fen.example' }, ['fen.example']],
  ])('%s', (_, env, added) => expect(names(env)).toEqual(added));
  it.each([
    ['GRITCH_HOSTS', { GRITCH_HOSTS: 'http://fen.local/' }],
    ['GRITCH_HOSTS', { GRITCH_HOSTS: 'a/b' }],
    ['GRITCH_LOG', { GRITCH_LOG: 'loud' }],
    ['GRITCH_PROXY', { GRITCH_PROXY: 'fen.local' }],
    ['GRITCH_PROXY', { GRITCH_PROXY: 'https://fen.local/gritch' }],
  ])('a mistake in %s stops the start and names it: %j', (setting, env) => {
    expect(() => settingsFrom(env)).toThrow(SettingProblem);
    expect(() => settingsFrom(env)).toThrow(setting);
  });
  it.each([
    ['localhost:4321', 'localhost'],
    ['[::1]:80', '[::1]'],
    ['FEN.local.', 'fen.local'],
    ['', null],
    ['a b', null],
    ['me@fen.local', null],
    ['fen.local/path', null],
  ])('are read from the header %j as %j', (header, name) => expect(hostNameOf(header)).toBe(name));
});

describe('trusted proxies', () => {
  it.each<[Record<string, string>, string[], string[]]>([
    [{}, [], []],
    [{ GRITCH_PROXY: '10.0.0.2' }, ['10.0.0.2'], []],
    [{ GRITCH_PROXY: '10.0.0.0/8 loopback' }, ['10.0.0.0/8', 'loopback'], []],
    [{ GRITCH_PROXY: 'https://fen.example' }, ['loopback'], ['https://fen.example']],
    [{ GRITCH_PROXY: '10.0.0.2,https://fen.example' }, ['10.0.0.2'], ['https://fen.example']],
  ])('%j', (env, proxies, origins) => {
    const settings = settingsFrom(env);
    expect([settings.proxies, [...settings.origins]]).toEqual([proxies, origins]);
  });
});
