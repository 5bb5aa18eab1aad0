import type { ServicesView } from '#contracts/catalogue/serviceViews';
import type { ServiceDraft } from '#islands/catalogue/services/serviceDraft';

/** What each chapter of a service's editor is given. */
export type ServiceChapter = {
  readonly view: ServicesView;
  readonly draft: ServiceDraft;
  readonly change: (part: Partial<ServiceDraft>) => void;
  readonly error: (path: string) => string | undefined;
};
