import { AnswerRequest } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(AnswerRequest, ({ app }) => app.answerRequest);
