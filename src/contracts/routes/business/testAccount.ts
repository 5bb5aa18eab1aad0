import { route } from '#contracts/routes/route';

export const testAccount = route<object, { readonly accountId: string }>()('/api/begin/test-account', [
  'no_test_account',
  'proof_needed',
]);
