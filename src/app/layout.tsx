import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { palettes, themeCookie, themeOf, themeStyle } from '@/ui/palette';
import { Tips } from '@/ui/primitives';
import './globals.css';

export const metadata: Metadata = {
  title: 'Nestle',
  description: 'Surveys a house, plans its network, and proves with readings that the dead spots are gone.',
};
export const viewport: Viewport = {
  width: 'device-width',
  initialScale: 1,
  themeColor: [
    { media: '(prefers-color-scheme: dark)', color: palettes.dark.paper },
    { color: palettes.light.paper },
  ],
};
// every page carries the nonce of its own content-security policy
export const dynamic = 'force-dynamic';

export default async function RootLayout({ children }: { children: ReactNode }) {
  const theme = themeOf((await cookies()).get(themeCookie)?.value);
  return (
    <html lang="en-GB" data-theme={theme} suppressHydrationWarning>
      <head>
        <style>{themeStyle()}</style>
      </head>
      <body>
        <Tips>{children}</Tips>
      </body>
    </html>
  );
}
