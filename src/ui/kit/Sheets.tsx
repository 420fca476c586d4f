'use client';
import { type ReactNode, useState } from 'react';
import { ToggleButton } from 'react-aria-components';
import { Tabs } from './parts';

export interface SheetOf {
  id: string;
  title: string;
  /** What it holds, said beside its name. */
  holds?: string;
  content: ReactNode;
}

/** Sheets of one page of which one is looked at. All are there, so that a field is found by its name wherever it stands (fields/next.ts opens its sheet). */
export function Sheets({ label, sheets }: { label: string; sheets: readonly SheetOf[] }) {
  // Sheets may come later than the page does: until one is chosen the first there is shown.
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = (sheets.find(({ id }) => id === chosen) ?? sheets[0]!).id;
  return (
    <>
      <Tabs
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[shown]}
        onSelectionChange={(keys) => setChosen(String([...keys][0]))}
        aria-label={label}
      >
        {sheets.map(({ id, title, holds }) => (
          <ToggleButton key={id} id={id} data-opens={id}>
            {title}
            {holds ? `, ${holds}` : ''}
          </ToggleButton>
        ))}
      </Tabs>
      {sheets.map(({ id, title, content }) => (
        <section key={id} aria-label={title} data-sheet={id} hidden={id !== shown}>
          {content}
        </section>
      ))}
    </>
  );
}
