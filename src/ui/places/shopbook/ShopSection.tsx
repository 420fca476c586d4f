'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ShopPage } from '@/schema/book';
import { FieldGrid, Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Button, Small } from '../../kit/primitives';
import { shopZone } from '@/catalogue/days';
import { Pick } from '../../kit/Pick';
import { FormProblem, useForm } from '../../kit/useForm';

const LABELS = {
  name: 'Name of the shop',
  address: 'Where it is',
  phone: 'Telephone',
  email: 'E-mail',
  site: 'Address in the network',
} as const;
const OF_COMPUTER = '-';

/** Who the shop is: at the head of the set-up card and of what is sent to a customer. */
export function ShopSection({ page }: { page: ShopPage }) {
  const router = useRouter();
  const { name, address, phone, email, site, zone } = page;
  const form = useForm({ name, address, phone, email, site, zone });
  const [said, setSaid] = useState('');
  const save = async () => {
    setSaid('');
    const next = { version: 'shop/2', id: 'shop', ...form.typed, origin: 'the shop' };
    if (!(await form.send('/api/book/shop', { page: next, reason: 'written in the Shop book' }))) return;
    setSaid('Written down.');
    router.refresh();
  };
  return (
    <Titled title="The shop" aside="at the head of the set-up card">
      <FieldGrid $min="14rem">
        {(Object.keys(LABELS) as (keyof typeof LABELS)[]).map((key) => (
          <PlainField key={key} label={LABELS[key]} {...form.field(key)} />
        ))}
        <Pick
          label="Time zone"
          value={form.typed.zone || OF_COMPUTER}
          options={[
            { value: OF_COMPUTER, label: `As this computer’s (${shopZone()})` },
            ...Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z })),
          ]}
          onPick={(z) => form.put({ zone: z === OF_COMPUTER ? '' : z })}
          problem={form.at('zone')}
        />
      </FieldGrid>
      <Small>
        Days and times are those of the time zone. The address in the network is what QR codes on labels and cards and the calendar hold:
        one that lasts, such as https://bench.example.
      </Small>
      <p style={{ padding: '0.5rem 0' }}>
        <Button onPress={() => void save()}>Write down who the shop is</Button> <Small role="status">{said}</Small>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}
