import type { StepMark } from '#core/wording/clientSteps';
import type { LetterFacts } from '#core/wording/letterFacts';
import { type Letter, markWords } from '#server/mail/layout/letter';
// Each by itself: all of them together read a second's worth of modules, for languages of program texts and the like.
import { Body } from '@react-email/body';
import { Button } from '@react-email/button';
import { Container } from '@react-email/container';
import { Head } from '@react-email/head';
import { Heading } from '@react-email/heading';
import { Hr } from '@react-email/hr';
import { Html } from '@react-email/html';
import { Img } from '@react-email/img';
import { Preview } from '@react-email/preview';
import { Section } from '@react-email/section';
import { Text } from '@react-email/text';
import type { CSSProperties } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';

const ink = '#14252d';
const quiet = '#4a5b63';
const line = '#dbe3e2';
const font = "'Instrument Sans', 'Helvetica Neue', Helvetica, Arial, sans-serif";

/** In dark mailboxes paper and ink change places; what stands in a class is changed there. */
const dark = `
:root { color-scheme: light dark; supported-color-schemes: light dark; }
@media (prefers-color-scheme: dark) {
  body, body > table, body > table > tbody > tr > td { background-color: #0e1a20 !important; }
  .mark-due, .mark-now, .mark-open { border-color: #8fb4e8 !important; }
  .sheet { background-color: #16262e !important; border-color: #2b3f48 !important; }
  .ink, .ink a { color: #e7eeef !important; }
  .quiet, .quiet a { color: #a9babf !important; }
  .line { border-color: #2b3f48 !important; }
}`;

/** The marks of the money grammar, as far as mail programs draw: filled, outlined, dashed. */
const marks: Readonly<Record<StepMark, CSSProperties>> = {
  received: { backgroundColor: '#1c7a4f', border: '2px solid #1c7a4f' },
  now: { backgroundColor: '#cfdcf3', border: '2px solid #1d4f91' },
  due: { border: '2px solid #1d4f91' },
  late: { backgroundColor: '#f3d3cd', border: '2px solid #b3341f' },
  held: { backgroundColor: '#f6dfae', border: '2px solid #a96a00' },
  open: { border: '2px dashed #1d4f91' },
  back: { border: '2px dotted #6d7f86' },
};

const text: CSSProperties = { margin: '0 0 14px', fontSize: 16, lineHeight: '24px', color: ink };
const small: CSSProperties = { margin: '0 0 4px', fontSize: 14, lineHeight: '20px', color: quiet };

function Facts({ facts }: { readonly facts: LetterFacts }) {
  return (
    <Section style={{ margin: '4px 0 20px' }}>
      <Text className="ink" style={{ ...text, margin: 0, fontWeight: 700 }}>
        {facts.what}
      </Text>
      <Text className="quiet" style={{ ...small, margin: 0 }}>
        {facts.when}
      </Text>
      {facts.figures ? (
        <Figures figures={facts.figures} />
      ) : (
        <Text className="quiet" style={small}>
          Paid so far: {facts.paid}
        </Text>
      )}
      {facts.rows.length > 0 && (
        <table role="presentation" width="100%" cellPadding={0} cellSpacing={0} style={{ borderCollapse: 'collapse' }}>
          <tbody>
            {facts.rows.map((row, index) => (
              <tr key={index}>
                <td className="line" style={{ ...cell, width: 22 }}>
                  <span
                    className={`mark-${row.mark}`}
                    title={markWords[row.mark]}
                    style={{ display: 'inline-block', width: 9, height: 9, borderRadius: 3, ...marks[row.mark] }}
                  />
                </td>
                <td className="line ink" style={{ ...cell, color: ink }}>
                  <b>{row.when}</b>
                  <br />
                  {row.what}{' '}
                  <span className="quiet" style={{ color: quiet }}>
                    ({markWords[row.mark]})
                  </span>
                </td>
                <td
                  className="line ink"
                  align="right"
                  style={{ ...cell, color: ink, whiteSpace: 'nowrap', fontWeight: 700 }}
                >
                  {row.amount}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Section>
  );
}

/** What the booking came to, one line a figure. */
const Figures = ({ figures }: { readonly figures: NonNullable<LetterFacts['figures']> }) => (
  <table
    role="presentation"
    width="100%"
    cellPadding={0}
    cellSpacing={0}
    style={{ borderCollapse: 'collapse', marginTop: 8 }}
  >
    <tbody>
      {figures.map(({ what, amount }) => (
        <tr key={what}>
          <td className="line ink" style={{ ...cell, color: ink }}>
            {what}
          </td>
          <td className="line ink" align="right" style={{ ...cell, color: ink, whiteSpace: 'nowrap', fontWeight: 700 }}>
            {amount}
          </td>
        </tr>
      ))}
    </tbody>
  </table>
);

/** The code is dark on white in every mailbox: a camera reads it so. */
const Transfer = ({ text: words, code }: NonNullable<Letter['transfer']>) => (
  <Section style={{ margin: '0 0 18px' }}>
    <Text className="quiet" style={{ ...small, fontWeight: 700 }}>
      By transfer
    </Text>
    <Text className="ink" style={{ ...small, color: ink, whiteSpace: 'pre-line' }}>
      {words}
    </Text>
    {code && (
      <Img
        src={code}
        alt="A code with account, sum and reference for your banking app"
        width={132}
        height={132}
        style={{ marginTop: 8, backgroundColor: '#ffffff' }}
      />
    )}
  </Section>
);

const cell: CSSProperties = {
  padding: '8px 0',
  borderTop: `1px solid ${line}`,
  fontSize: 14,
  lineHeight: '20px',
  verticalAlign: 'top',
};

/** The one layout of all letters: who writes, what it says, the facts, the button, how to answer. */
function LetterLayout({ letter }: { readonly letter: Letter }) {
  const { business, greeting, paragraphs, facts, button, transfer, reply, reference } = letter;
  return (
    <Html lang="en">
      <Head>
        <meta name="color-scheme" content="light dark" />
        <meta name="supported-color-schemes" content="light dark" />
        <style>{dark}</style>
      </Head>
      <Preview>{paragraphs[0] ?? letter.subject}</Preview>
      <Body style={{ margin: 0, padding: '24px 12px', backgroundColor: '#f2f5f4', fontFamily: font }}>
        <Container style={{ maxWidth: 560 }}>
          <Section style={{ padding: '0 6px 14px' }}>
            {business.logo && (
              <Img
                src={business.logo}
                alt={business.name}
                height={40}
                style={{ display: 'inline-block', marginRight: 12, verticalAlign: 'middle', borderRadius: 6 }}
              />
            )}
            <Heading
              as="h1"
              className="ink"
              style={{ display: 'inline', margin: 0, fontSize: 18, lineHeight: '40px', color: ink }}
            >
              {business.name}
            </Heading>
            {business.line && (
              <span className="quiet" style={{ marginLeft: 10, fontSize: 14, color: quiet }}>
                {business.line}
              </span>
            )}
          </Section>
          <Section
            className="sheet"
            style={{
              padding: '26px 24px 14px',
              backgroundColor: '#ffffff',
              border: `1px solid ${line}`,
              borderRadius: 10,
            }}
          >
            {[greeting, ...paragraphs].map((paragraph, index) => (
              <Text key={index} className="ink" style={text}>
                {paragraph}
              </Text>
            ))}
            {facts && <Facts facts={facts} />}
            {button && (
              <Section style={{ margin: '6px 0 22px' }}>
                <Button
                  href={button.link}
                  style={{
                    padding: '13px 22px',
                    borderRadius: 8,
                    backgroundColor: business.colour,
                    color: '#ffffff',
                    fontSize: 16,
                    fontWeight: 600,
                    textDecoration: 'none',
                  }}
                >
                  {button.label}
                </Button>
              </Section>
            )}
            {transfer && <Transfer {...transfer} />}
            {facts && facts.cancellation.length > 0 && (
              <>
                <Hr className="line" style={{ margin: '0 0 12px', borderTop: `1px solid ${line}` }} />
                <Text className="quiet" style={{ ...small, fontWeight: 700 }}>
                  If you cancel:
                </Text>
                {facts.cancellation.map((sentence) => (
                  <Text key={sentence} className="quiet" style={small}>
                    {sentence}
                  </Text>
                ))}
              </>
            )}
          </Section>
          <Section style={{ padding: '16px 6px 0' }}>
            {reply && (
              <Text className="quiet" style={small}>
                {reply}
              </Text>
            )}
            <Text className="quiet" style={{ ...small, whiteSpace: 'pre-line' }}>
              {[[business.name, reference].filter((part) => part !== '').join(' · '), business.address]
                .filter(Boolean)
                .join('\n')}
            </Text>
          </Section>
        </Container>
      </Body>
    </Html>
  );
}

/** What mail programs know. */
const doctype =
  '<!DOCTYPE html PUBLIC "-//W3C//DTD XHTML 1.0 Transitional//EN" "http://www.w3.org/TR/xhtml1/DTD/xhtml1-transitional.dtd">';
/** React tells a browser to fetch pictures early, by lines that a letter has no use for. */
const fetchedEarly = /<link rel="preload" as="image"[^>]*>/g;

/** The letter as mail programs read it. Nothing in it waits, so it is drawn at once: as a stream it takes five times as long. */
export const htmlLetter = (letter: Letter): string =>
  doctype + renderToStaticMarkup(<LetterLayout letter={letter} />).replace(fetchedEarly, '');
