'use client';
import styled from 'styled-components';

/** A page that stands alone, without the shop's head: a rider's sheet, the door. Narrow, for one hand. */
export const Alone = styled.main`
  max-width: 30rem;
  margin: 0 auto;
  padding: 1rem 1.1rem 3rem;
  h1 {
    font-size: 1.375rem;
    border-bottom: 2px solid var(--ink);
    padding-bottom: 0.4rem;
    margin-bottom: 0.5rem;
  }
`;
