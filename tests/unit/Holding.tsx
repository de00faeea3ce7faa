import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';

/** What asks the server, with a memory of its own. */
export function Cached({ children }: { children: ReactNode }) {
    const [queries] = useState(() => new QueryClient({ defaultOptions: { queries: { retry: false } } }));
    return <QueryClientProvider client={queries}>{children}</QueryClientProvider>;
}

/** Holds a value as a page would: what is changed is told and shown. */
export function Holding<T>({
    start,
    seen,
    children,
}: {
    start: T;
    seen: (value: T) => void;
    children: (value: T, change: (value: T) => void) => ReactNode;
}) {
    const [value, setValue] = useState(start);
    const change = (next: T) => {
        seen(next);
        setValue(next);
    };
    return <Cached>{children(value, change)}</Cached>;
}
