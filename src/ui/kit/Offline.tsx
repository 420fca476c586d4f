'use client';
import { useRouter } from 'next/navigation';
import { startTransition, useEffect, useState, useSyncExternalStore } from 'react';
import { KEPT, PAGES_CACHE, PICTURES_CACHE, type ToOffline } from '@/workers/offlineNames';
import { CODE_GONE } from '@/workers/working';
import { Warn } from './primitives';
import { isPartGone, renew } from './renewed';
import { sendWaiting } from './waiting';

/** A browser keeps pages only where nobody can change them on their way: over https, or on the shop's own computer. */
const mayKeep = () => process.env.NODE_ENV === 'production' && 'serviceWorker' in navigator && window.isSecureContext;

const answers = (): Promise<boolean> =>
  fetch('/api/health').then(
    (answer) => answer.ok,
    () => false,
  );
const ASKS_EVERY_MS = 4000;

const neverChanges = () => () => undefined;
const isKeptPage = () => document.documentElement.hasAttribute(KEPT);

/** Whether this page came from the browser's own keeping, the shop's computer being away or slow; once it answers the page is made anew. */
function useIsKept(): boolean {
  const router = useRouter();
  const wasKept = useSyncExternalStore(neverChanges, isKeptPage, () => false);
  const [isAnew, setAnew] = useState(false);
  useEffect(() => {
    if (!wasKept) return undefined;
    let timer: ReturnType<typeof setTimeout> | null = null;
    let isGone = false;
    const ask = async (): Promise<void> => {
      const there = await answers();
      if (isGone) return;
      if (!there) {
        timer = setTimeout(() => void ask(), ASKS_EVERY_MS);
        return;
      }
      void sendWaiting();
      // Said until what is new stands there.
      startTransition(() => {
        router.refresh();
        setAnew(true);
      });
    };
    void ask();
    return () => {
      isGone = true;
      if (timer) clearTimeout(timer);
    };
  }, [router, wasKept]);
  useEffect(() => {
    if (isAnew) document.documentElement.removeAttribute(KEPT);
  }, [isAnew]);
  return wasKept && !isAnew;
}

/** Once on every page: the service worker by which pages open while the shop's computer is away, and what waits is delivered when it answers. */
export function Offline() {
  const isKept = useIsKept();
  useEffect(() => {
    if (mayKeep()) navigator.serviceWorker.register('/offline.js', { scope: '/' }).catch(() => undefined);
    void sendWaiting();
    const back = () => void sendWaiting();
    window.addEventListener('online', back);
    return () => window.removeEventListener('online', back);
  }, []);
  useEffect(() => {
    const failed = (event: ErrorEvent | PromiseRejectionEvent) => {
      const failure: unknown = 'reason' in event ? event.reason : event.error;
      if (!isPartGone(failure)) return;
      event.preventDefault();
      void renew(failure);
    };
    const gone = () => void renew('code did not arrive');
    window.addEventListener(CODE_GONE, gone);
    window.addEventListener('error', failed);
    window.addEventListener('unhandledrejection', failed);
    return () => {
      window.removeEventListener(CODE_GONE, gone);
      window.removeEventListener('error', failed);
      window.removeEventListener('unhandledrejection', failed);
    };
  }, []);
  if (!isKept) return null;
  return (
    <div className="no-print" style={{ padding: '0 1.75rem' }}>
      <Warn>
        The shop’s computer is away or slow to answer. This page is as it last came; what you write is kept on this device and delivered
        when it answers.
      </Warn>
    </div>
  );
}

/** The page is looked at first; what may be wanted is fetched after. */
const AFTER_MS = 4000;

/** These pages open also where the shop's computer goes away. */
export function useKeptPages(urls: readonly string[]): void {
  const all = urls.join(' ');
  useEffect(() => {
    if (!mayKeep() || all === '') return undefined;
    const timer = setTimeout(() => {
      const said: ToOffline = { kind: 'ahead', urls: all.split(' ') };
      void navigator.serviceWorker.ready.then((registration) => registration.active?.postMessage(said));
    }, AFTER_MS);
    return () => clearTimeout(timer);
  }, [all]);
}

/** Nothing of the book stays on a device whose user leaves; what was typed and waits stays until it is delivered. */
export async function forgetPages(): Promise<void> {
  if ('caches' in window) await Promise.all([caches.delete(PAGES_CACHE), caches.delete(PICTURES_CACHE)]);
}
