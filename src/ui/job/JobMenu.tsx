'use client';
import { useRouter } from 'next/navigation';
import { ChevronDown } from 'lucide-react';
import { Menu, MenuItem, MenuTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import { Button } from '../kit/primitives';

const List = styled(Popover)`
  background: var(--sheet);
  border: 1px solid var(--ink);
  min-width: 13rem;
  .item {
    display: flex;
    align-items: center;
    min-height: 44px;
    padding: 0 1rem;
    border-bottom: 1px solid var(--fine);
    color: var(--ink);
    text-decoration: none;
    cursor: pointer;
    outline: none;
  }
  .item:last-child {
    border-bottom: 0;
  }
  .item[data-focused],
  .item[data-hovered] {
    background: var(--ground);
    font-weight: 650;
  }
`;

/** What belongs to the job beside its stages: its sheets and its papers. */
export function JobMenu({ jobId, onGo }: { jobId: number; onGo(to: 'quote' | 'log' | 'ground'): void }) {
  const router = useRouter();
  const paper = (what: string) => ({ href: `/api/jobs/${jobId}/print/${what}`, target: '_blank' });
  return (
    <MenuTrigger>
      <Button aria-label="Job: quote, papers, logger, over the ground, history">
        Job <ChevronDown size={16} aria-hidden />
      </Button>
      <List placement="bottom end">
        <Menu aria-label="Of this job">
          <MenuItem className="item" onAction={() => onGo('quote')}>
            Quote
          </MenuItem>
          <MenuItem className="item" onAction={() => onGo('ground')}>
            Over the ground
          </MenuItem>
          <MenuItem className="item" onAction={() => onGo('log')}>
            Logger
          </MenuItem>
          <MenuItem className="item" onAction={() => router.push(`/jobs/${jobId}/history`)}>
            History
          </MenuItem>
          <MenuItem className="item" {...paper('sheet')}>
            Job sheet
          </MenuItem>
          <MenuItem className="item" {...paper('label')}>
            Label
          </MenuItem>
        </Menu>
      </List>
    </MenuTrigger>
  );
}
