'use client';
import { foundAnswer, type Found } from '@/schema/answers';
import { type RefObject, useRef, useState } from 'react';
import { useRouter } from 'next/navigation';
import { Button, Dialog, Input, Label, ListBox, ListBoxItem, Modal, ModalOverlay, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { NotRead } from '../kit/NotRead';
import { useRead } from '../kit/read';

const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: #0006;
  display: flex;
  justify-content: center;
  align-items: flex-start;
  padding-top: 10vh;
  z-index: 20;
  .sheet {
    background: var(--ground);
    color: var(--ink);
    border: 1px solid var(--ink);
    width: min(40rem, 94vw);
    padding: 1rem 1.25rem 1.25rem;
    outline: none;
  }
  label {
    font-size: 0.875rem;
    color: var(--soft);
  }
  input {
    width: 100%;
    border: 0;
    border-bottom: 2px solid var(--ink);
    background: none;
    font-size: 1.375rem;
    font-weight: 600;
    min-height: 48px;
    outline: none;
  }
  .option {
    display: grid;
    grid-template-columns: 5.5rem 1fr;
    padding: 0.65rem 0.25rem;
    border-bottom: 1px solid var(--fine);
    cursor: pointer;
    outline: none;
  }
  .option[data-focused],
  .option[data-hovered] {
    background: var(--ink);
    color: var(--ground);
  }
  .kind {
    opacity: 0.8;
    font-size: 0.875rem;
  }
  p {
    color: var(--soft);
    padding-top: 0.75rem;
  }
  button.close {
    float: right;
    min-height: 44px;
    border: 0;
    background: none;
    cursor: pointer;
  }
`;

const HREF: Record<Found['kind'], (id: number) => string> = {
  job: (id) => `/jobs/${id}`,
  machine: (id) => `/machines/${id}`,
  customer: (id) => `/customers/${id}`,
  spring: (id) => `/drawers#spring-${id}`,
  shim: () => '/drawers#shims',
  stock: (id) => `/drawers/stock#stock-${id}`,
};
const hrefOf = ({ kind, id }: Found) => HREF[kind](id);
const KIND = { job: 'Job', machine: 'Machine', customer: 'Customer', spring: 'Spring', shim: 'Shim', stock: 'Drawer' };

/** Search from anywhere: customer, registration, frame number, complaint, words in notes. */
export function Find({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  const [query, setQuery] = useState('');
  const list = useRef<HTMLDivElement>(null);
  const router = useRouter();
  const reading = useRead(query.trim() === '' ? null : `/api/search?q=${encodeURIComponent(query)}`, foundAnswer);
  // The last list stays until the next one is there, so that nothing jumps between two keys.
  const [found, setFound] = useState<Found[] | null>(null);
  if (reading.value && reading.value !== found) setFound(reading.value);
  const go = (key: string) => {
    const target = found?.find((f) => `${f.kind}-${f.id}` === key);
    if (!target) return;
    onClose();
    setQuery('');
    router.push(hrefOf(target));
  };
  const shown = query.trim() === '' ? null : found;
  return (
    <Overlay isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable>
      <Modal>
        <Dialog className="sheet" aria-label="Find">
          <Button className="close" onPress={onClose}>
            Close
          </Button>
          <FindField query={query} setQuery={setQuery} list={list} shown={shown} go={go} />
          {shown && shown.length > 0 && <FoundList list={list} go={go} shown={shown} />}
          <NotRead reading={reading} />
          {shown && shown.length === 0 && !reading.failed && <p role="status">Nothing in the book matches these words.</p>}
          {query.trim() === '' && <p>Type a word or two. Enter opens the first, arrows choose.</p>}
        </Dialog>
      </Modal>
    </Overlay>
  );
}

function FoundList({ list, go, shown }: { list: RefObject<HTMLDivElement | null>; go: (key: string) => void; shown: Found[] }) {
  return (
    <ListBox ref={list} aria-label="Found" onAction={(key) => go(String(key))} selectionMode="none">
      {shown.map((f) => (
        <ListBoxItem key={`${f.kind}-${f.id}`} id={`${f.kind}-${f.id}`} className="option" textValue={f.title}>
          <span className="kind">{KIND[f.kind]}</span>
          <span>{f.title}</span>
        </ListBoxItem>
      ))}
    </ListBox>
  );
}

interface FindFieldProps {
  query: string;
  setQuery(next: string): void;
  list: RefObject<HTMLDivElement | null>;
  shown: Found[] | null;
  go(key: string): void;
}

function FindField({ query, setQuery, list, shown, go }: FindFieldProps) {
  return (
    <TextField value={query} onChange={setQuery} autoFocus>
      <Label>Find a customer, machine, registration, frame number, complaint, note, spring or shim</Label>
      <Input
        autoComplete="off"
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') {
            event.preventDefault();
            list.current?.querySelector<HTMLElement>('[role=option]')?.focus();
          } else if (event.key === 'Enter' && shown?.[0]) go(`${shown[0].kind}-${shown[0].id}`);
        }}
      />
    </TextField>
  );
}
