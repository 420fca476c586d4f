import type { Page } from '@playwright/test';

/** What does not fit a page at one of the sizes it is used at: what runs off the side, lies over other words, or is too small for a glove. */

/** A phone, a tablet held upright, a desk. */
export const SIZES = [
  { width: 390, height: 844 },
  { width: 820, height: 1180 },
  { width: 1280, height: 800 },
];

/** Laid out anew at its new width, and what follows from that drawn: a busy browser turns to its rules for narrow pages a frame later than to the width. */
export const settled = (page: Page) => page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));

/** Words of the page drawn over one another, as pairs; what is hidden, scrolled out of its frame or passes beneath the head is none. */
export function overlaps(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    interface Line {
      node: Element;
      /** What stays in its place while the page scrolls beneath it. */
      floats: Element | null;
      words: string;
      left: number;
      right: number;
      top: number;
      bottom: number;
    }
    const lines: Line[] = [];
    const ancestors = (of: Element | null): Element[] => (of ? [of, ...ancestors(of.parentElement)] : []);
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
      const node = walk.currentNode.parentElement!;
      const words = (walk.currentNode.textContent ?? '').trim();
      if (words === '' || node.closest('svg, canvas, script, style, .visually-hidden')) continue;
      if (!node.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      const around = ancestors(node);
      const floats = around.find((e) => /fixed|sticky/.test(getComputedStyle(e).position)) ?? null;
      const frames = around.filter((e) => getComputedStyle(e).overflow !== 'visible').map((e) => e.getBoundingClientRect());
      const range = document.createRange();
      range.selectNodeContents(walk.currentNode);
      // Each line by itself: the box round a wrapped text covers its neighbours in the line.
      for (const box of range.getClientRects()) {
        const left = Math.max(box.left, ...frames.map((f) => f.left));
        const right = Math.min(box.right, ...frames.map((f) => f.right));
        const top = Math.max(box.top, ...frames.map((f) => f.top));
        const bottom = Math.min(box.bottom, ...frames.map((f) => f.bottom));
        if (right - left > 2 && bottom - top > 2) lines.push({ node, floats, words, left, right, top, bottom });
      }
    }
    const found: string[] = [];
    lines.forEach((a, i) => {
      for (const b of lines.slice(i + 1)) {
        const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
        // Line boxes of neighbours touch by a pixel or six where the lines are set close.
        if (wide > 4 && high > 6 && a.node !== b.node && a.floats === b.floats) found.push(`“${a.words}” over “${b.words}”`);
      }
    });
    return found;
  });
}

/** How many screens long the page is at its present size. */
export const screens = (page: Page) => page.evaluate(() => document.documentElement.scrollHeight / window.innerHeight);

/** All that does not fit, each with the view's name; the page is left at the largest size. */
export async function misfits(page: Page, view: string): Promise<string[]> {
  const found: string[] = [];
  for (const size of SIZES) {
    await page.setViewportSize(size);
    await settled(page);
    const { over, small } = await page.evaluate(() => ({
      over: document.documentElement.scrollWidth - document.documentElement.clientWidth,
      small: [
        ...document.querySelectorAll<HTMLElement>(
          'main button, main input:not([type=range]):not([type=radio]):not([type=checkbox]):not([tabindex="-1"]), main textarea',
        ),
      ]
        .filter((e) => e.offsetParent !== null && e.getBoundingClientRect().height < 31)
        .map((e) => e.outerHTML.slice(0, 120)),
    }));
    if (over !== 0) found.push(`${view} runs ${over} px off the side at ${size.width}`);
    found.push(...small.map((e) => `${view} too small at ${size.width}: ${e}`));
    found.push(...(await overlaps(page)).map((o) => `${view} at ${size.width}: ${o}`));
  }
  return found;
}

/** What a finger would miss: controls and links that stand by themselves and are less than 44 px high. A link within a sentence is part of its line. */
export async function misfitsOfTouch(page: Page, view: string): Promise<string[]> {
  const small = await page.evaluate(() => {
    const isInSentence = (e: Element) =>
      e.tagName === 'A' &&
      [...(e.parentElement?.childNodes ?? [])].some((n) => n.nodeType === Node.TEXT_NODE && (n.textContent ?? '').trim().length > 3);
    return [
      ...document.querySelectorAll<HTMLElement>(
        'button, a, summary, textarea, input:not([type=range]):not([type=radio]):not([type=checkbox]):not([tabindex="-1"])',
      ),
    ]
      .filter((e) => e.offsetParent !== null && !isInSentence(e) && e.getBoundingClientRect().height < 43.5)
      .map((e) => e.outerHTML.slice(0, 140));
  });
  return small.map((e) => `${view}: ${e}`);
}
