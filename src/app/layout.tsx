import '@fontsource-variable/archivo/wdth.css';
import type { Metadata } from 'next';
import { cookies, headers } from 'next/headers';
import type { ReactNode } from 'react';
import { shopZone } from '@/catalogue/days';
import { systemOfShop } from '@/server/book/book';
import { hasInstruments } from '@/server/instruments/instruments';
import { sessionOf } from '@/server/door/sessions';
import { changedUsual } from '@/server/book/usual';
import { HasInstruments } from '@/ui/kit/HasInstruments';
import { BookInForce } from '@/ui/kit/BookInForce';
import { PreferencesProvider } from '@/ui/kit/preferences';
import { WhoProvider } from '@/ui/kit/who';
import { GlobalStyle } from '@/ui/theme/GlobalStyle';
import { Registry } from '@/ui/theme/Registry';

export const metadata: Metadata = {
  title: { default: 'Mavrin', template: '%s · Mavrin' },
  description: 'The bench book of a suspension shop that also does the sums.',
};

export default async function Layout({ children }: { children: ReactNode }) {
  const [theme, system] = ((await cookies()).get('mavrin')?.value ?? '').split('.');
  const shop = await systemOfShop();
  const changed = await changedUsual();
  const session = sessionOf(await headers());
  const who = session && { technicianId: session.technicianId, name: session.name, role: session.role };
  const own = system === 'imperial' || system === 'metric' ? system : null;
  const initial = { theme: theme === 'night' ? 'night' : 'day', system: own ?? shop } as const;
  return (
    <html lang="en-GB" data-theme={initial.theme}>
      <body>
        <Registry>
          <GlobalStyle />
          <PreferencesProvider initial={initial} shop={shop}>
            <BookInForce changed={changed} zone={shopZone()} />
            <WhoProvider who={who}>
              <HasInstruments there={hasInstruments()}>{children}</HasInstruments>
            </WhoProvider>
          </PreferencesProvider>
        </Registry>
      </body>
    </html>
  );
}
