import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { AntdRegistry } from '@ant-design/nextjs-registry';
import '@fontsource-variable/source-sans-3/index.css';
import '@fontsource-variable/source-serif-4/index.css';
import '@/ui/theme/base.css';
import { Providers } from '@/ui/theme/Providers';

/** Each answer has its own nonce, which no page that was made before could have. */
export const dynamic = 'force-dynamic';

export const metadata: Metadata = {
  title: 'Up Chart',
  description: 'From a sheet to a chart that is right, readable and ready to show.',
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en-GB">
      <body>
        <AntdRegistry>
          <Providers>{children}</Providers>
        </AntdRegistry>
      </body>
    </html>
  );
}
