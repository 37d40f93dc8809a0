'use client';

import { useState, type ReactNode } from 'react';
import { App, ConfigProvider } from 'antd';
import enGB from 'antd/locale/en_GB';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { theme } from './tokens';
import { whileAway } from './whileAway';

export function Providers({ children }: { children: ReactNode }) {
  const [client] = useState(() =>
    withDrawings(
      new QueryClient({
        defaultOptions: {
          queries: { retry: false, refetchOnWindowFocus: false, staleTime: 30_000, refetchInterval: whileAway },
        },
      }),
    ),
  );
  return (
    <QueryClientProvider client={client}>
      <ConfigProvider theme={theme} locale={enGB} wave={{ disabled: true }} button={{ autoInsertSpace: false }}>
        <App component={false}>{children}</App>
      </ConfigProvider>
    </QueryClientProvider>
  );
}

/** Drawings hold thousands of values: comparing two of them takes longer than drawing one. */
function withDrawings(client: QueryClient): QueryClient {
  client.setQueryDefaults(['preview'], { structuralSharing: false });
  return client;
}
