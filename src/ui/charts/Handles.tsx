'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { Handle } from './chart';

/** A ring of 16 px in a target of 28: many stand close together. */
const Ring = styled.span`
  position: absolute;
  width: 28px;
  height: 28px;
  margin: -14px 0 0 -14px;
  border-radius: 50%;
  cursor: ns-resize;
  touch-action: none;
  display: grid;
  place-items: center;
  &::after {
    content: '';
    width: 12px;
    height: 12px;
    border: 2px solid var(--warn);
    border-radius: 50%;
    background: var(--ground);
  }
  &:focus-visible {
    outline: 3px solid var(--ink);
  }
`;

/** What an arrow key moves a handle by, as a share of where it stands. */
const NUDGE = 0.02;

/** Where the chart's axes put a point, px in its frame, and back. */
export interface Place {
  pixel(x: number, y: number): [number, number];
  value(top: number): number;
}

const clear = (magnitude: boolean | undefined, y: number) => (magnitude ? Math.abs(y) : y);

/** Rings laid over the chart where its own axes put them. Dragged, a ring shows where it goes; let go, it is taken. */
export function Handles({
  handles,
  place,
  magnitude,
}: {
  handles: readonly Handle[];
  place: Place | null;
  magnitude: boolean | undefined;
}) {
  const [dragged, setDragged] = useState<{ id: string; y: number } | null>(null);
  if (!place) return null;
  return handles.map((h) => {
    const y = dragged?.id === h.id ? dragged.y : h.y;
    const [left, top] = place.pixel(h.x, y);
    return (
      <Ring
        key={h.id}
        role="slider"
        tabIndex={0}
        aria-orientation="vertical"
        aria-label={h.name}
        aria-valuenow={Math.round(clear(magnitude, y))}
        aria-valuetext={`${Math.round(clear(magnitude, y))} ${h.unit}`}
        style={{ left, top }}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          setDragged({ id: h.id, y: h.y });
        }}
        onPointerMove={(e) => {
          const box = e.currentTarget.parentElement?.getBoundingClientRect();
          if (dragged?.id === h.id && box) setDragged({ id: h.id, y: place.value(e.clientY - box.top) });
        }}
        onPointerUp={() => {
          if (dragged?.id === h.id && dragged.y !== h.y) h.onMove(dragged.y);
          setDragged(null);
        }}
        onKeyDown={(e) => {
          const by = e.key === 'ArrowUp' ? 1 : e.key === 'ArrowDown' ? -1 : 0;
          if (by === 0) return;
          e.preventDefault();
          h.onMove(h.y + by * Math.max(1, Math.abs(h.y) * NUDGE));
        }}
      />
    );
  });
}
