'use client';
import { LogOut } from 'lucide-react';
import { Button } from 'react-aria-components';
import { ROLE_WORDS } from '@/catalogue/roles';
import { post } from '../kit/send';
import type { Who } from '../kit/who';

/** Who is signed in at this browser; pressed, signs out. */
export function SignedInAs({ who }: { who: Who }) {
  const leave = async () => {
    await post('/api/sign-in/out', {});
    // The whole page is fetched anew: nothing of the book stays on the screen.
    window.location.assign('/sign-in');
  };
  return (
    <Button onPress={() => void leave()} aria-label={`Sign out ${who.name}, ${ROLE_WORDS[who.role].name.toLowerCase()}`}>
      <LogOut size={16} aria-hidden /> <span className="word">{who.name}</span>
    </Button>
  );
}
