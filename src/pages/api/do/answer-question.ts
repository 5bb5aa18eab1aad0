import { AnswerQuestion } from '#contracts/quotes';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(AnswerQuestion, ({ app }) => app.answerQuestion);
