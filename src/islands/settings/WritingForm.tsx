import { saveStyle } from '#contracts/routes/settings';
import { formatMoney } from '#core/money/formatMoney';
import { longWall, shortDate } from '#core/wording/days';
import { houseStyle, type HouseStyle, writeAs } from '#core/wording/houseStyle';
import { Problem } from '#islands/parts/Problem';
import { useSetting } from '#islands/parts/useSetting';
import { sampleDay, sampleSum, sampleWall } from '#islands/settings/chapters';
import { Button, NativeSelect, Stack } from '@mantine/core';
import type { PlainDate } from '#core/calendar/days';

type Choice<K extends keyof HouseStyle> = readonly (readonly [HouseStyle[K], string])[];
const choices: { readonly [K in keyof HouseStyle]: { readonly label: string; readonly of: Choice<K> } } = {
  order: {
    label: 'Days',
    of: [
      ['dmy', 'day, month, year'],
      ['mdy', 'month, day, year'],
      ['ymd', 'year, month, day'],
    ],
  },
  weekStarts: {
    label: 'A week begins on',
    of: [
      [1, 'Monday'],
      [0, 'Sunday'],
      [6, 'Saturday'],
    ],
  },
  clock: {
    label: 'Times',
    of: [
      [24, '24 hours'],
      [12, '12 hours, am and pm'],
    ],
  },
  figures: {
    label: 'Figures',
    of: [
      ['comma', '1,680.50'],
      ['point', '1.680,50'],
      ['space', '1 680,50'],
      ['apostrophe', '1’680.50'],
    ],
  },
  sign: {
    label: 'A currency’s sign',
    of: [
      ['before', 'before the sum'],
      ['after', 'behind it'],
    ],
  },
};

/** A sample of all of it as it would be written. */
function sampleOf(style: HouseStyle, currency: string): string {
  const before = houseStyle();
  writeAs(style);
  try {
    const year = shortDate(sampleDay, '2026-01-01' as PlainDate);
    return `${longWall(sampleWall, sampleDay)} · ${year} · ${formatMoney(sampleSum, currency)}`;
  } finally {
    writeAs(before);
  }
}

/** How days, times and figures are written: in fields and views, in letters, on documents and clients' pages. */
export function WritingForm({ given, currency }: { readonly given: HouseStyle; readonly currency: string }) {
  const { value, set, keep, busy, problem } = useSetting(saveStyle, given, (style) => style);
  const choose = (name: keyof HouseStyle, at: number): void => set({ ...value, [name]: choices[name].of[at]![0] });
  const save = async (): Promise<void> => {
    if (await keep('Kept. All pages write so from now on.')) writeAs(value);
  };
  return (
    <section aria-label="Days and figures">
      <h2>Days and figures</h2>
      <Stack gap="md" maw={360}>
        {(Object.keys(choices) as (keyof HouseStyle)[]).map((name) => (
          <NativeSelect
            key={name}
            label={choices[name].label}
            value={String(choices[name].of.findIndex(([each]) => each === value[name]))}
            data={choices[name].of.map(([, label], at) => ({ value: String(at), label }))}
            onChange={(event) => choose(name, Number(event.currentTarget.value))}
          />
        ))}
        <p className="num" role="status" aria-label="As it is written">
          {sampleOf(value, currency)}
        </p>
        <Problem problem={problem} currency={currency} />
        <Button w="fit-content" loading={busy} onClick={() => void save()}>
          Keep
        </Button>
      </Stack>
    </section>
  );
}
