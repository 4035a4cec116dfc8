import { colour } from '@/ui/colour';
import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { Tips } from '@/ui/primitives';
import './globals.css';

export const metadata: Metadata = {
  title: 'Nestle',
  description: 'Surveys a house, plans its network, and proves with readings that the dead spots are gone.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: colour.paper };
// every page carries the nonce of its own content-security policy
export const dynamic = 'force-dynamic';

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en-GB">
      <body>
        <Tips>{children}</Tips>
      </body>
    </html>
  );
}
