import type { OnPage } from '#core/services/service';
import { upload } from '#islands/Compose/upload';
import { Picture } from '#islands/parts/Picture';
import { Problem } from '#islands/parts/Problem';
import type { SaidProblem } from '#islands/format/problemSentence';
import type { ServiceChapter } from '#islands/Services/serviceChapter';
import { Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';

/** What clients read and see of a service before they book it, and after they paid. */
export function ServiceOnPage({ draft, change, error }: Omit<ServiceChapter, 'view'>) {
  const { onPage } = draft;
  const [problem, setProblem] = useState<SaidProblem | null>(null);
  const set = (part: Partial<OnPage>): void => change({ onPage: { ...onPage, ...part } });
  const take = async (file: File | null): Promise<void> => {
    if (!file) return;
    const kept = await upload(file, 'picture');
    if ('code' in kept) return setProblem(kept);
    setProblem(null);
    set({ picture: kept.id });
  };
  return (
    <>
      <Picture
        label="Picture"
        file={onPage.picture}
        take={(file) => void take(file)}
        drop={() => set({ picture: null })}
      />
      <Problem problem={problem} currency={draft.currency} />
      <Textarea
        label="What it is"
        description="Under its name on the booking page"
        autosize
        minRows={2}
        maxLength={2000}
        value={onPage.about}
        error={error('onPage.about')}
        onChange={(event) => set({ about: event.currentTarget.value })}
      />
      <Textarea
        label="To know before booking"
        description="What to bring, where to come; stands where they choose the time"
        autosize
        minRows={2}
        maxLength={2000}
        value={onPage.note}
        error={error('onPage.note')}
        onChange={(event) => set({ note: event.currentTarget.value })}
      />
      <Textarea
        label="What is included"
        autosize
        minRows={2}
        value={draft.included}
        error={error('included')}
        maxLength={2000}
        onChange={(event) => change({ included: event.currentTarget.value })}
      />
      <Textarea
        label="A word of thanks after the payment"
        autosize
        maxLength={2000}
        value={onPage.thanks}
        error={error('onPage.thanks')}
        onChange={(event) => set({ thanks: event.currentTarget.value })}
      />
      <TextInput
        label="Where to go on to after the payment"
        placeholder="https://"
        maxLength={500}
        value={onPage.nextPage}
        error={error('onPage.nextPage')}
        onChange={(event) => set({ nextPage: event.currentTarget.value })}
      />
    </>
  );
}
