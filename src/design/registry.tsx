'use client';

import { useServerInsertedHTML } from 'next/navigation';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { ServerStyleSheet, StyleSheetManager } from 'styled-components';
import { GlobalStyle } from './theme';

/** Collects styles while the server renders, so that pages arrive fully styled. */
export function StyleRegistry({ children }: { children: ReactNode }) {
  const [sheet] = useState(() => new ServerStyleSheet());
  useServerInsertedHTML(() => {
    const styles = sheet.getStyleElement();
    sheet.instance.clearTag();
    return <>{styles}</>;
  });
  const styled = (
    <>
      <GlobalStyle />
      {children}
    </>
  );
  if (typeof window !== 'undefined') return styled;
  return <StyleSheetManager sheet={sheet.instance}>{styled}</StyleSheetManager>;
}
