import type { App } from '#compose';
import { uploadFile } from '#server/files/files';
import type { StoryApp } from '#demo/asThemselves';
import { minor } from '#core/money/minor';
import { nothingOnPage, type OnPage } from '#core/catalogue/service';
import { services } from '#server/database/schema/business';
import { eq } from 'drizzle-orm';

const night = '#14142e';
const drawn = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="320" height="240"><rect width="320" height="240" fill="${night}"/>${inner}</svg>`;
const ground = '<path d="M0 240 V206 Q90 180 170 202 T320 196 V240 Z" fill="#0d0f1c"/>';
const stars =
  '<g fill="#fdf6dc"><circle cx="52" cy="46" r="3"/><circle cx="256" cy="34" r="4"/><circle cx="286" cy="96" r="2"/><circle cx="96" cy="88" r="2"/></g>';
/** Drawn here, so that nothing is fetched. */
const pictures = {
  dome: drawn(
    `${stars}${ground}<path d="M92 198 a68 68 0 0 1 136 0 z" fill="#8a8fb8"/><rect x="152" y="128" width="18" height="70" fill="${night}"/>`,
  ),
  tube: drawn(
    `${stars}${ground}<path d="M120 196 l30 -46 h20 l30 46 z" fill="#5a3a2a"/><rect x="142" y="48" width="38" height="112" rx="6" fill="#c9cede" transform="rotate(28 161 104)"/>`,
  ),
  guide: drawn(
    `${stars}${ground}<circle cx="148" cy="132" r="15" fill="#f4c95d"/><path d="M126 204 q22 -66 44 0 z" fill="#c9cede"/><path d="M164 158 L222 92" stroke="#f4c95d" stroke-width="4"/>`,
  ),
} as const;

const onPage: Readonly<
  Record<string, { readonly group: string; readonly picture: keyof typeof pictures } & Partial<OnPage>>
> = {
  dome: {
    group: 'Under the dome',
    picture: 'dome',
    about: 'Two hours at our large telescope, with whatever the sky has that night.',
    note: 'It is cold under the open roof, also in summer: bring a coat and closed shoes.',
    thanks: 'Come a quarter of an hour early; the red lamps show the way.',
  },
  dobsonian: {
    group: 'To take home',
    picture: 'tube',
    about: 'The one to begin with: point it anywhere, and look.',
    note: 'It fits into a small car with the back seat folded down.',
  },
  rig: { group: 'To take home', picture: 'tube', about: 'For those who photograph the sky already.' },
  binoculars: { group: 'To take home', picture: 'tube', about: 'On a parallel mount, for two to share.' },
  coaching: { group: 'With a guide', picture: 'guide', about: 'Your camera, our sky, and somebody who knows both.' },
  'first-night': {
    group: 'With a guide',
    picture: 'guide',
    about: 'From the first star to finding things by yourself.',
  },
};

/** The booking page's pictures by their names, each drawn in a process of its own. */
export async function picturesOfPage(app: App): Promise<ReadonlyMap<string, string>> {
  const kept = await Promise.all(
    Object.entries(pictures).map(async ([name, svg]) => {
      const file = await uploadFile(app.deps)(Buffer.from(svg), `${name}.svg`, 'picture');
      return file.ok ? [[name, file.value.id] as const] : [];
    }),
  );
  return new Map(kept.flat());
}

/** The booking page's groups, pictures and words, what it asks and sells, and who is told of what. */
export async function furnishPage(app: StoryApp, files: ReadonlyMap<string, string>): Promise<void> {
  for (const [id, { group, picture, ...words }] of Object.entries(onPage))
    await app.deps.db
      .update(services)
      .set({ group, onPage: { ...nothingOnPage, ...words, picture: files.get(picture) ?? null } })
      .where(eq(services.id, id));
  await app.savePage({
    note: 'We watch the weather for you: where clouds take an evening, we move it or give everything back.',
    phone: 'wished',
    vouchers: { least: minor(20_00), most: minor(500_00), months: 24 },
  });
  await app.saveTold({
    people: [
      { name: 'Vesper Hollow', email: 'hello@vesper.example.com', of: ['asked', 'returned', 'quote', 'voucher'] },
      { name: 'Bruno Faial', email: 'bruno@vesper.example.com', of: ['booked'] },
    ],
  });
}
