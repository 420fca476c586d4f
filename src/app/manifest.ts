import type { MetadataRoute } from 'next';

/** What a tablet needs to put Mavrin among its own programs. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    id: '/',
    name: 'Mavrin',
    short_name: 'Mavrin',
    description: 'The bench book of a suspension shop that also does the sums.',
    start_url: '/',
    scope: '/',
    display: 'standalone',
    background_color: '#f4efe4',
    theme_color: '#f4efe4',
    icons: [
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
      ...[192, 512].map((px) => ({ src: `/icons/${px}.png`, sizes: `${px}x${px}`, type: 'image/png' })),
    ],
  };
}
