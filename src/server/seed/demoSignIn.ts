/** Made up, and printed where the demo is signed in to; no other installation has it. */
export const demoSignIn = {
  name: 'Lena Varga',
  email: 'lena@vesper.example.com',
  password: 'under-dark-skies',
} as const;
