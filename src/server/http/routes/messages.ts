import { messagesViewServed } from '#contracts/routes/messages/messagesView.server';
import { previewWordingServed } from '#contracts/routes/messages/previewWording.server';
import { recallMessageServed } from '#contracts/routes/messages/recallMessage.server';
import { saveWordingServed } from '#contracts/routes/messages/saveWording.server';
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
