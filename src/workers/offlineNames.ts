/** What page and service worker both know: where kept pages lie, and which are kept at all. */

export const PAGES_CACHE = 'pages';
export const PICTURES_CACHE = 'pictures';
export const STATIC_CACHE = 'code';
/** Caches of older programs: 'static' answered every worker with the first one's part. */
export const OLD_CACHES = ['static'];

/** Pages of the bench. What the owner alone reads, the door and the riders' sheets are never kept. */
export const OFFLINE_PAGES = /^\/$|^\/(jobs|machines|customers|drawers)(\/|$)/;

/** What a page asks of the service worker. */
export interface ToOffline {
  kind: 'ahead';
  urls: string[];
}

/** Set on the root of a page that came from what is kept, not from the shop's computer: `document.documentElement.dataset.kept`. */
export const KEPT = 'data-kept';
