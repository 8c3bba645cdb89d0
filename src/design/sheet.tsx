'use client';

import styled from 'styled-components';
import { Page } from './layout';

/** A page that is filled in here, or printed and signed by hand: `screen` stands on one alone, `paper` on the other. */
export const SheetToSign = styled(Page)`
  .paper {
    display: none;
  }
  @media print {
    .screen {
      display: none;
    }
    .paper {
      display: block;
      break-inside: avoid;
      padding-bottom: 26px;
    }
    .line {
      border-bottom: 1px solid #000;
      height: 28px;
    }
  }
`;
