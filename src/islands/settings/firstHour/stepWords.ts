import type { BeginStep } from '#core/settings/steps';

/** The steps of the first hour, as the page and Today name them. */
export const stepWords: Readonly<Record<BeginStep, { readonly title: string; readonly what: string }>> = {
  offer: { title: 'What you offer', what: 'The first thing that clients can book, and when.' },
  money: { title: 'When money is due', what: 'One of these to begin with; every rule can be changed later.' },
  pay: { title: 'How clients pay', what: 'A test account is enough to try it: no real money moves.' },
  look: { title: 'How it looks', what: 'What clients see on pages, in letters and on documents.' },
  try: { title: 'Try it', what: 'Book it yourself, as a client would, with a made-up card.' },
};
