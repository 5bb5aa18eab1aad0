import {
  messagesViewServed,
  previewWordingServed,
  recallMessageServed,
  saveWordingServed,
} from '#contracts/routes/messages.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const messagesRoutes: readonly ServedRoute[] = [
  serve(saveWordingServed, ({ app }) => app.saveWording),
  serve(recallMessageServed, ({ app }) => app.recallMessage),
  serve(previewWordingServed, ({ app }) => app.previewWording),
  serveView(
    messagesViewServed,
    ({ app }) =>
      () =>
        app.queries.messages(),
  ),
];
