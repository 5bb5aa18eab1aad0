import type { OnPage } from '#core/catalogue/service';
import { Picture } from '#islands/parts/Picture';
import type { ServiceChapter } from '#islands/catalogue/services/serviceChapter';
import { Textarea, TextInput } from '@mantine/core';

/** What clients read and see of a service before they book it, and after they paid. */
export function ServiceOnPage({ draft, change, error }: Omit<ServiceChapter, 'view'>) {
  const { onPage } = draft;
  const set = (part: Partial<OnPage>): void => change({ onPage: { ...onPage, ...part } });
  return (
    <>
      <Picture label="Picture" file={onPage.picture} set={(picture) => set({ picture })} />
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
