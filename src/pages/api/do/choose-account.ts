import { ChooseAccount } from '#contracts/ways';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(ChooseAccount, ({ app }) => app.chooseAccount);
