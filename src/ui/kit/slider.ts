import { css } from 'styled-components';

/** A track and its thumb, as every slider of the shop has them. */
export const sliderLook = css`
  .track {
    height: 44px;
    position: relative;
    background: linear-gradient(var(--rule), var(--rule)) center / 100% 2px no-repeat;
  }
  .thumb {
    top: 50%;
    width: 24px;
    height: 24px;
    border: 2px solid var(--ink);
    background: var(--sheet);
    border-radius: 50%;
  }
  .thumb[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 2px;
  }
`;
