'use client';
import { doneAnswer } from '@/schema/answers';
import { LogOut } from 'lucide-react';
import { Button } from 'react-aria-components';
import { ROLE_WORDS } from '@/catalogue/roles';
import { post } from '../kit/send';
import { leave, type Who } from '../kit/who';

/** Who is signed in at this browser; pressed, signs out. */
export function SignedInAs({ who }: { who: Who }) {
  const signOut = async () => {
    await post('/api/sign-in/out', {}, doneAnswer);
    leave();
  };
  return (
    <Button onPress={() => void signOut()} aria-label={`Sign out ${who.name}, ${ROLE_WORDS[who.role].name.toLowerCase()}`}>
      <LogOut size={16} aria-hidden /> <span className="word">{who.name}</span>
    </Button>
  );
}
