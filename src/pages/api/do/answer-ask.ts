import { AnswerAsk } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(AnswerAsk, ({ app }) => app.answerAsk);
