'use client';
import { Moon, Ruler, Search, Sun } from 'lucide-react';
import dynamic from 'next/dynamic';
import { part } from '../kit/renewed';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { type ReactNode, useState, type RefObject, useEffect, useRef } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { type KeyMap, useKeys } from './keys';
import { useHasInstruments } from '../kit/HasInstruments';
import { Offline } from '../kit/Offline';
import { useTouch } from '../kit/pad';
import { usePreferences } from '../kit/preferences';
import { useWho } from '../kit/who';
import { SignedInAs } from './SignedInAs';

const Frame = styled.div`
  min-height: 100vh;
  display: flex;
  flex-direction: column;
`;

const Top = styled.header`
  display: flex;
  align-items: center;
  gap: 1.1rem;
  min-height: 50px;
  padding: 0 1.75rem;
  border-bottom: 2px solid var(--ink);
  .mark {
    font-weight: 800;
    font-stretch: 120%;
    font-size: 1.1rem;
    text-decoration: none;
    padding: 0.7rem 0;
  }
  nav {
    display: flex;
    gap: 1.1rem;
  }
  nav a {
    text-decoration: none;
    padding: 0.75rem 0;
    font-size: 0.875rem;
    color: var(--soft);
  }
  nav a[aria-current] {
    color: var(--ink);
    font-weight: 650;
    box-shadow: inset 0 -3px var(--ink);
  }
  .title {
    flex: 1;
    min-width: 0;
    overflow-wrap: anywhere;
    font-size: 0.875rem;
    line-height: 1.25;
    padding: 0.25rem 0;
    color: var(--soft);
  }
  .title h1 {
    display: inline;
    font-size: inherit;
    color: var(--ink);
  }
  .tools {
    display: flex;
    gap: 0.25rem;
  }
  .tools button {
    display: inline-flex;
    align-items: center;
    gap: 0.4em;
    min-height: 44px;
    min-width: 44px;
    justify-content: center;
    border: 0;
    background: none;
    cursor: pointer;
    font-size: 0.875rem;
    color: var(--soft);
    padding: 0 0.5rem;
    white-space: nowrap;
  }
  @media (max-width: 960px) {
    padding: 0 1rem;
    gap: 0.9rem;
    .tools .word {
      display: none;
    }
    nav {
      gap: 0.8rem;
    }
    flex-wrap: wrap;
    .title {
      order: 3;
      flex: 0 0 100%;
      padding: 0 0 0.4rem;
    }
    .tools {
      margin-left: auto;
    }
  }
  @media (max-width: 640px) {
    gap: 0 0.9rem;
    nav {
      order: 2;
      flex: 0 0 100%;
    }
  }
`;

const Foot = styled.footer`
  position: sticky;
  bottom: 0;
  background: var(--ground);
  border-top: 1px solid var(--rule);
  min-height: 36px;
  padding: 0 1.75rem;
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem 1rem;
  align-items: center;
  font-size: 0.875rem;
  color: var(--soft);
  z-index: 5;
  button,
  a {
    font-size: inherit;
    padding: 0;
  }
  .right {
    margin-left: auto;
  }
  @media (max-width: 960px) {
    padding: 0 1rem;
    gap: 0 0.9rem;
    .hint {
      display: none;
    }
    &[data-bare='true'] {
      display: none;
    }
  }
  /* On a phone one line, moved by the thumb; what is kept is seen first, and there are no keys to name. */
  @media (max-width: 640px) {
    flex-wrap: nowrap;
    overflow-x: auto;
    white-space: nowrap;
    scrollbar-width: none;
    .right {
      order: -1;
      margin: 0;
    }
    kbd {
      display: none;
    }
  }
`;

const Main = styled.main`
  flex: 1;
  padding: 1.1rem 1.75rem 1rem;
  @media (max-width: 960px) {
    padding: 1rem;
  }
  @media print {
    padding: 0;
  }
`;

/** Seen once it has the focus: past head and stages at one step. */
const Skip = styled.a`
  position: fixed;
  left: 1rem;
  top: -4rem;
  z-index: 30;
  padding: 0.6rem 1rem;
  background: var(--ink);
  color: var(--ground);
  font-weight: 600;
  &:focus {
    top: 0.5rem;
  }
`;

// Both come when they are asked for: no page waits for them.
const Find = dynamic(() => part(() => import('./Find')).then((m) => m.Find), { ssr: false });
const NumberPad = dynamic(() => part(() => import('./NumberPad')).then((m) => m.NumberPad), { ssr: false });
const Instruments = dynamic(() => part(() => import('./Instruments')).then((m) => m.Instruments), { ssr: false });
const KeysSheet = dynamic(() => part(() => import('./KeysSheet')).then((m) => m.KeysSheet), { ssr: false });

const PLACES: [string, string][] = [
  ['/', 'Floor'],
  ['/machines', 'Machines'],
  ['/drawers', 'Drawers'],
  ['/shop-book', 'Shop book'],
];

interface Props {
  title: string;
  /** Said after the title, in soft ink. */
  about?: ReactNode;
  /** What belongs to the page's subject beside it: a menu in the head. */
  menu?: ReactNode;
  /** The rail of stages, where there is one. */
  rail?: ReactNode;
  foot?: ReactNode;
  footRight?: ReactNode;
  keys?: KeyMap;
  children: ReactNode;
}

/** The one page layout: head, optional rail, the sheet, keys at the foot. */
export function Shell({ title, about, menu, rail, foot, footRight, keys = {}, children }: Props) {
  const preferences = usePreferences();
  const [open, setOpen] = useState<'find' | 'keys' | null>(null);
  const isTouch = useTouch();
  const toggleUnits = () => preferences.set({ system: preferences.system === 'metric' ? 'imperial' : 'metric' });
  useKeys({ '/': () => setOpen('find'), '?': () => setOpen('keys'), u: toggleUnits, ...keys });
  return (
    <Frame>
      <Skip href="#sheet" className="no-print">
        Skip to the sheet
      </Skip>
      <Head title={title} about={about} menu={menu} onFind={() => setOpen('find')} onUnits={toggleUnits} />
      {rail}
      <Offline />
      <Main id="sheet" tabIndex={-1}>
        {children}
      </Main>
      <ShellFoot foot={foot} footRight={footRight} />
      {isTouch && <NumberPad />}
      {useHasInstruments() && <Instruments />}
      {open === 'find' && <Find isOpen onClose={() => setOpen(null)} />}
      {open === 'keys' && <KeysSheet isOpen onClose={() => setOpen(null)} />}
    </Frame>
  );
}

/** Says how high the foot is, so that what sticks above it never lies beneath it. */
function useFootHeight(foot: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const element = foot.current;
    if (!element) return undefined;
    const tell = () => document.documentElement.style.setProperty('--foot', `${element.offsetHeight}px`);
    const watch = new ResizeObserver(tell);
    watch.observe(element);
    tell();
    return () => watch.disconnect();
  }, [foot]);
}

function ShellFoot({ foot, footRight }: { foot: ReactNode; footRight: ReactNode }) {
  const element = useRef<HTMLElement>(null);
  useFootHeight(element);
  return (
    <Foot ref={element} className="no-print" data-bare={!foot && !footRight}>
      {foot}
      <span className="hint">
        <kbd>/</kbd> find
      </span>
      <span className="hint">
        <kbd>?</kbd> keys
      </span>
      <span className="right">{footRight}</span>
    </Foot>
  );
}

/** The head of every page: whose it is, the places, and the tools that are always at hand. */
function Head({ title, about, menu, onFind, onUnits }: Pick<Props, 'title' | 'about' | 'menu'> & { onFind(): void; onUnits(): void }) {
  const preferences = usePreferences();
  const path = usePathname();
  const night = preferences.theme === 'night';
  return (
    <Top className="no-print">
      <Link href="/" className="mark">
        Mavrin
      </Link>
      <div className="title">
        <h1>{title}</h1> {about}
      </div>
      {menu}
      <Places path={path} />
      <Tools onFind={onFind} onUnits={onUnits} night={night} />
    </Top>
  );
}

function Places({ path }: { path: string }) {
  return (
    <nav aria-label="Places">
      {PLACES.map(([href, name]) => (
        <Link
          key={href}
          href={href}
          {...(path === href || (href !== '/' && path.startsWith(`${href}/`)) ? { 'aria-current': 'page' as const } : {})}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}

function Tools({ onFind, onUnits, night }: { onFind: () => void; onUnits: () => void; night: boolean }) {
  const preferences = usePreferences();
  const who = useWho();
  return (
    <div className="tools">
      {who && <SignedInAs who={who} />}
      <Button onPress={onFind} aria-label="Find, key /">
        <Search size={18} aria-hidden />
      </Button>
      <Button
        onPress={onUnits}
        aria-label={`Units: ${preferences.system === 'metric' ? 'mm, kg, N/mm' : 'in, lb, lbf/in'}${preferences.system === preferences.shop ? '' : ', of this device alone'}. Change, key U`}
      >
        <Ruler size={16} aria-hidden />{' '}
        <span className="word">
          {preferences.system === 'metric' ? 'mm · kg · N/mm' : 'in · lb · lbf/in'}
          {preferences.system === preferences.shop ? '' : ' ◦'}
        </span>
      </Button>
      <Button onPress={() => preferences.set({ theme: night ? 'day' : 'night' })} aria-label={night ? 'Day bench' : 'Night bench'}>
        {night ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
      </Button>
    </div>
  );
}
