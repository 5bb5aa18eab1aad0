/** A page that needs nothing but one style sheet: for when the application cannot draw its own. */
export const plainPage = ({ title, text }: { readonly title: string; readonly text: string }): string =>
  `<!doctype html>
<html lang="en">
  <head>
    <meta charset="utf-8" />
    <meta name="viewport" content="width=device-width, initial-scale=1" />
    <meta name="robots" content="noindex, nofollow" />
    <link rel="icon" href="/favicon.svg" type="image/svg+xml" />
    <link rel="stylesheet" href="/plain.css" />
    <title>${title}</title>
  </head>
  <body>
    <main>
      <h1>${title}</h1>
      <p>${text}</p>
    </main>
  </body>
</html>
`;
