'use client';
import { QuietButton, Small } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import type { Version } from './FigureEditor';

/** Where a page stands: as the book began, or which version of the shop's own and why. */
export const standing = (v: Version<{ origin: string }>): string =>
  v.at ? `Version ${v.versions + 1}, ${dayWords(v.at)}: ${v.reason}. Figures ${v.page.origin}.` : `Figures ${v.page.origin}.`;

/** The head of a page: its name, what is said of it, and the way to change it. */
export function PageHead(props: { name: string; about: string; version: Version<{ origin: string }>; editing: boolean; onEdit(): void }) {
  return (
    <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline', gap: '1rem' }}>
      <span>
        <b>{props.name}.</b> {props.about} <Small>{standing(props.version)}</Small>
      </span>
      <QuietButton onPress={props.onEdit} aria-label={`Change ${props.name}`}>
        {props.editing ? 'leave it' : 'change'}
      </QuietButton>
    </div>
  );
}
