import {
  messagesViewServed,
  previewWordingServed,
  recallMessageServed,
  saveWordingServed,
} from '#contracts/routes/messages.server';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { recallMessage } from '#server/usecases/messages/recallMessage';
import { saveWording } from '#server/usecases/messages/saveWording';

export const messagesRoutes: readonly ServedRoute[] = [
  serve(saveWordingServed, saveWording),
  serve(recallMessageServed, recallMessage),
  serveVisit(previewWordingServed, ({ app }) => app.previewWording),
  serveView(
    messagesViewServed,
    ({ app }) =>
      () =>
        app.queries.messages(),
  ),
];
