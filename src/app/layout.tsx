import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { fontRule } from '@/design/fonts';
import { StyleRegistry } from '@/design/registry';

export const metadata: Metadata = {
  title: { default: 'Level Spine', template: '%s · Level Spine' },
  description: 'Alignment, corrections and dose for Pilates instructors',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const theme = (await cookies()).get('spine-theme')?.value;
  return (
    <html lang="en" {...(theme === 'dark' || theme === 'light' ? { 'data-theme': theme } : {})}>
      <head>
        <style dangerouslySetInnerHTML={{ __html: fontRule }} />
      </head>
      <body>
        <StyleRegistry>{children}</StyleRegistry>
      </body>
    </html>
  );
}
