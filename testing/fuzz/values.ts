/** Draws of one run, repeatable by their seed (mulberry32: small, and no test hangs on its quality). */
export type Draw = {
  readonly number: () => number;
  readonly below: (limit: number) => number;
  readonly of: <T>(items: readonly T[]) => T;
  readonly chance: (share: number) => boolean;
};

export function drawFrom(seed: number): Draw {
  let state = seed >>> 0;
  const number = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
  const below = (limit: number): number => Math.floor(number() * limit);
  return { number, below, of: (items) => items[below(items.length)]!, chance: (share) => number() < share };
}

const deep = (levels: number): string => `${'['.repeat(levels)}${']'.repeat(levels)}`;

/** JSON texts that no contract takes, or only just: types, sizes, ends of ranges, encodings. */
export const oddJson: readonly string[] = [
  ...['null', 'true', '0', '-1', '1.5', '1e15', '-1e15', '999999999999', '1000000000000', '9007199254740993', '1e308'],
  ...['""', '" "', '"\\u0000"', '"a\\u0000b"', '"\\ud800"', '"\\udc00x"', '"\\u202e"', '"__proto__"', '"constructor"'],
  ...['"9999-12-31"', '"0001-01-01"', '"2027-02-30"', '"9999-12-31T23:59"', '"0000-01-01T00:00"', '"2027-03-28T02:30"'],
  ...['"2027-06-05T18:00"', '"2027-06-05"', '"2027-06-05T18:00:00Z"', '"EUR"', '"JPY"', '"XXX"', '"Europe/Lisbon"'],
  ...['[]', '{}', '[null]', '[[]]', '{"a":1}', '{"__proto__":{"x":1}}', '{"constructor":{}}', deep(30), deep(60)],
  ...[
    '"%00"',
    '"../../etc/passwd"',
    '"<script>1</script>"',
    '"\' or 1=1 --"',
    '"https://example.com/x"',
    '"a@b.example"',
  ],
  JSON.stringify('a'.repeat(5_000)),
  JSON.stringify(Array.from({ length: 300 }, (_, index) => index)),
];

/** Texts for paths and queries, percent-encoded or not. */
export const oddTexts = [
  ...['', '0', '-1', '1e9', 'null', 'undefined', 'NaN', '9999-12-31', '0001-01-01', '2027-02-31', '2027-06-01'],
  ...[
    '%00',
    '%',
    '%ff',
    '%ed%a0%80',
    '%2e%2e%2f',
    '..%2f..%2fsecret',
    '%0d%0aset-cookie:x=1',
    '%F0%9F%8C%99',
    '*',
    '[',
  ],
  ...[
    'a'.repeat(3_000),
    '%27%20or%201%3D1',
    '<script>',
    'B-0001',
    'Q-0001',
    'rental',
    '2147483648',
    '99999999999999999999',
  ],
] as const;

/** Bodies that are no JSON of ours at all, with what they say they are. */
export const oddBodies: readonly (readonly [type: string, body: string | Uint8Array])[] = [
  ['application/json', ''],
  ['application/json', '{'],
  ['application/json', '{"a":'],
  ['application/json', '[1,2,3'],
  ['application/json', '\u0000'],
  ['application/json', new Uint8Array([0xff, 0xfe, 0x00, 0x7b])],
  ['application/json', new Uint8Array([0x22, 0xed, 0xa0, 0x80, 0x22])],
  ['application/json', deep(20_000)],
  ['application/json', `{"a":"${'x'.repeat(60_000)}"}`],
  ['application/json; charset=utf-16', '{}'],
  ['text/plain', '{}'],
  ['', '{}'],
  ['multipart/form-data', '--x\r\n\r\n--x--'],
  ['multipart/form-data; boundary=x', '--x\r\ncontent-disposition: form-data; name="a"\r\n\r\n\u0000\r\n--x--'],
  ['application/x-www-form-urlencoded', 'answer=yes&secret=%00&state=%ff&mode=live'],
  ['application/x-www-form-urlencoded', 'a=b&'.repeat(5_000)],
  ['image/png', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13])],
  ['image/svg+xml', '<svg xmlns="http://www.w3.org/2000/svg" width="100000" height="100000"/>'],
];

/** Headers that a caller may send, and nobody should believe. */
export const oddHeaders: readonly Readonly<Record<string, string>>[] = [
  {},
  { 'x-forwarded-host': 'evil.example', 'x-forwarded-proto': 'https' },
  { cookie: `ostendo-device=${'a'.repeat(4_000)}` },
  { cookie: 'ostendo.session_token=%00; ostendo-device=%ff; ostendo-known=a.b.c' },
  { 'if-none-match': '"\\"', range: 'bytes=0-0,5-,-1' },
  { 'accept-encoding': 'br;q=2, *;q=x', 'accept-language': '*'.repeat(500) },
  { 'content-encoding': 'gzip' },
  { 'x-file-name': '%' },
  { 'x-file-name': '%00%0a%ff' },
  { 'webhook-id': 'x', 'webhook-timestamp': '0', 'webhook-signature': 'v1,x' },
  { expect: 'something' },
  { 'sec-fetch-site': 'cross-site' },
  { accept: 'text/html' },
];
