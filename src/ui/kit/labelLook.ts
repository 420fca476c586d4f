import { css } from 'styled-components';

/** How the name of a field looks, wherever it stands above what is typed. */
export const labelLook = css`
  display: flex;
  flex-direction: column;
  min-width: 0;
  .label {
    font-size: 0.8125rem;
    font-stretch: var(--label-width);
    color: var(--soft);
  }
`;
