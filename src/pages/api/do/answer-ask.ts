import { AnswerAsk } from '#contracts/owner';
import { refundEndpoint } from '#server/http/proof';

export const POST = refundEndpoint(AnswerAsk, ({ app }) => app.answerAsk);
