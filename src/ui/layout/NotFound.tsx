'use client';
import { Empty, LinkButton } from '../kit/primitives';
import { Shell } from './Shell';

export function NotFound() {
  return (
    <Shell title="Not in the book">
      <Empty>There is no such page, job or machine. Press / to find it by name, or go back to the Floor.</Empty>
      <LinkButton href="/">To the Floor</LinkButton>
    </Shell>
  );
}
