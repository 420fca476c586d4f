'use client';
import { type ReactNode } from 'react';
import { numberIn } from '@/catalogue/tables';
import { PageEditor } from './PageEditor';

/** A page of the Shop book in its newest version. */
export interface Version<T> {
  page: T;
  versions: number;
  reason: string;
  at: string | null;
}

const numberText = (x: number) => String(Number(x.toPrecision(6)));

/** One number of a page: its path, what it is, and how it is read and put. */
export interface Figure<T> {
  key: string;
  label: string;
  of(page: T): number;
  put(page: T, value: number): T;
}

/** The numbers of a page typed over. */
export const FigureEditor = <T extends { origin: string }>({
  page,
  version,
  route,
  figures,
  began,
  reason,
  children,
  onDone,
}: {
  page: T;
  version: string;
  route: string;
  figures: Figure<T>[];
  /** What the fields begin with, and the reason, where they are not to begin with the page itself. */
  began?: T;
  reason?: string;
  children?: ReactNode;
  onDone(): void;
}) => (
  <PageEditor
    figures={figures.map((f) => ({ key: f.key, label: f.label, text: numberText(f.of(began ?? page)) }))}
    origin={(began ?? page).origin}
    {...(reason === undefined ? {} : { reason })}
    route={route}
    pageFrom={(typed, origin) => ({
      ...figures.reduce<T>((p, f) => f.put(p, numberIn(typed[f.key]!)), page),
      origin,
      version,
    })}
    onDone={onDone}
  >
    {children}
  </PageEditor>
);
