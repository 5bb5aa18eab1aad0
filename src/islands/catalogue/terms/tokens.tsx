import type { Segment } from '#core/wording/ruleSegments';
import { Fragment, type ReactNode } from 'react';
import styles from './Terms.module.css';

type Common = {
  readonly label: string;
  /** What it lacks, said beneath the sentence and marked here. */
  readonly fault?: string | undefined;
};

/** A number, sum or word that is typed in its place in the sentence; as wide as what is in it. */
export function TypedToken({
  value,
  onChange,
  label,
  fault,
  wide = false,
  mode = 'decimal',
  placeholder,
}: Common & {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly wide?: boolean;
  readonly mode?: 'decimal' | 'numeric' | 'text';
  readonly placeholder?: string;
}) {
  const letters = Math.min(Math.max(value.length, wide ? 6 : 2), wide ? 34 : 12);
  return (
    <input
      className={styles.token}
      style={{ width: `calc(${letters}ch + 18px)` }}
      value={value}
      inputMode={mode}
      placeholder={placeholder}
      aria-label={label}
      aria-invalid={fault ? true : undefined}
      title={fault}
      onChange={(event) => onChange(event.currentTarget.value)}
    />
  );
}

/** One of a few, chosen in its place in the sentence. */
export function ChosenToken<T extends string>({
  value,
  onChange,
  label,
  options,
}: Common & {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly (readonly [value: T, text: string])[];
}) {
  const text = options.find(([each]) => each === value)?.[1] ?? '';
  return (
    <span className={styles.chosen}>
      <span aria-hidden="true">{text}</span>
      <select value={value} aria-label={label} onChange={(event) => onChange(event.currentTarget.value as T)}>
        {options.map(([each, words]) => (
          <option key={each} value={each}>
            {words}
          </option>
        ))}
      </select>
    </span>
  );
}

/** The core's sentence with its parts exchanged for what edits them. */
export function Sentence<P extends string>({
  segments,
  parts,
}: {
  readonly segments: readonly Segment<P>[];
  readonly parts: Readonly<Record<P, ReactNode>>;
}) {
  return (
    <>
      {segments.map((segment, index) => (
        <Fragment key={index}>{typeof segment === 'string' ? segment : parts[segment.part]}</Fragment>
      ))}
    </>
  );
}

export const dateUnits = [
  ['days', 'days'],
  ['weeks', 'weeks'],
  ['months', 'months'],
] as const;
export const allUnits = [['hours', 'hours'], ...dateUnits] as const;
