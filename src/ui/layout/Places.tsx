import Link from 'next/link';
import styled from 'styled-components';

const Bar = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.5rem;
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

/** The rooms of one place, the one stood in underlined. */
function Places({
  label,
  rooms,
  here,
}: {
  label: string;
  rooms: Readonly<Record<string, readonly [href: string, name: string]>>;
  here: string;
}) {
  return (
    <Bar aria-label={label} className="no-print">
      {Object.entries(rooms).map(([key, [href, name]]) => (
        <Link key={key} href={href} {...(key === here ? { 'aria-current': 'page' as const } : {})}>
          {name}
        </Link>
      ))}
    </Bar>
  );
}

const DRAWERS = {
  springs: ['/drawers', 'Springs and shims'],
  stock: ['/drawers/stock', 'Oils, seals, kits'],
  reorder: ['/drawers/reorder', 'Short and to order'],
} as const;
export const DrawerPlaces = ({ here }: { here: keyof typeof DRAWERS }) => (
  <Places label="Rooms of the drawers" rooms={DRAWERS} here={here} />
);
