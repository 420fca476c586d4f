import Link from 'next/link';
import styled from 'styled-components';

const Places = styled.nav`
  display: flex;
  gap: 1.5rem;
  margin-bottom: 1rem;
  a {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
    text-decoration: none;
    color: var(--soft);
    font-weight: 600;
    border-bottom: 3px solid transparent;
  }
  a[aria-current='page'] {
    color: var(--ink);
    border-bottom-color: var(--ink);
  }
`;

const PLACES = {
  springs: ['/drawers', 'Springs and shims'],
  stock: ['/drawers/stock', 'Oils, seals, kits'],
  reorder: ['/drawers/reorder', 'Short and to order'],
} as const;

/** The rooms of the drawers. */
export function DrawerPlaces({ here }: { here: keyof typeof PLACES }) {
  return (
    <Places aria-label="Drawers">
      {Object.entries(PLACES).map(([key, [href, name]]) => (
        <Link key={key} href={href} {...(key === here ? { 'aria-current': 'page' as const } : {})}>
          {name}
        </Link>
      ))}
    </Places>
  );
}
