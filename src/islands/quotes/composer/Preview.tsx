import type { BusinessFace } from '#contracts/quotes/views';
import type { Instant } from '#core/calendar/instant';
import { formatMoney } from '#core/money/formatMoney';
import { type Choice, choiceOutOfLimits, type Offer, presetChoice } from '#core/quotes/offer';
import { BusinessHead, faceStyle } from '#islands/clientPage/BusinessHead';
import { OfferView } from '#islands/quotes/offer/OfferView';
import { useOffer } from '#islands/quotes/offer/useOffer';
import { SegmentedControl } from '@mantine/core';
import { memo, useEffect, useRef, useState } from 'react';
import client from '#islands/clientPage/ClientPage.module.css';
import styles from './Compose.module.css';

type Props = {
  readonly offer: Offer | null;
  readonly now: Instant;
  readonly business: BusinessFace;
  readonly number: string;
};

/** The client's page as it would be now, by the components that it is made of; a half-written draft keeps the last good one. */
export const Preview = memo(function Preview({ offer, now, business, number }: Props) {
  const [width, setWidth] = useState<'phone' | 'desk'>('phone');
  const [chosen, setChosen] = useState<Choice>({});
  const last = useRef<Offer | null>(null);
  useEffect(() => {
    if (offer) last.current = offer;
  }, [offer]);
  const shown = offer ?? last.current;
  const usual = shown ? presetChoice(shown) : {};
  const wanted = { ...usual, ...Object.fromEntries(Object.entries(chosen).filter(([id]) => id in usual)) };
  const choice = shown && choiceOutOfLimits(shown, wanted) === null ? wanted : usual;
  const bookingState = useOffer(shown, choice, now);
  return (
    <aside className={styles.preview} aria-label="The client’s page">
      <div className={styles.previewHead}>
        <h2>The client’s page</h2>
        {!offer && shown && <span>as it last was</span>}
        <SegmentedControl
          size="xs"
          value={width}
          onChange={(value) => setWidth(value as typeof width)}
          data={[
            { value: 'phone', label: 'Phone' },
            { value: 'desk', label: 'Desk' },
          ]}
        />
      </div>
      <div className={width === 'phone' ? styles.phone : styles.desk} style={faceStyle(business)} data-preview>
        <BusinessHead business={business} />
        <div className={client.main}>
          {business.picture && <img className={client.banner} src={`/f/${business.picture}`} alt="" />}
          {shown && bookingState ? (
            <>
              <OfferView
                offer={shown}
                bookingState={bookingState}
                number={number}
                businessName={business.name}
                choice={choice}
                filled={{}}
                choose={setChosen}
                signature={shown.agreement && <p className={styles.signHere}>The client signs here.</p>}
              />
              <p className={styles.total}>
                <span>Due when it is accepted</span>
                <b className="num">{formatMoney(bookingState.position.dueNow, shown.currency)}</b>
              </p>
            </>
          ) : (
            <p className={styles.wait}>With a service, dates, a price and terms the client’s page appears here.</p>
          )}
        </div>
      </div>
    </aside>
  );
});
