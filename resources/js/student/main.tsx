import '../ui/tokens.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { place } from '../ui/place';
import { say } from '../words/words';
import { EntryPage } from './EntryPage';

const own = () => import('./OwnPage');
const walk = () => import('./RoundPage');
const together = () => import('./TogetherPage');
const sheet = () => import('./SheetPage');

const OwnPage = place(own, 'OwnPage');
const Walk = place(walk, 'Walk');
const TogetherPage = place(together, 'TogetherPage');
const SheetPage = place(sheet, 'SheetPage');

// Whatever the device thinks of its connection is tried: what was told last is there where it fails.
const queries = new QueryClient({
    defaultOptions: {
        queries: { retry: 1, refetchOnWindowFocus: true, refetchOnReconnect: true, networkMode: 'always' },
        mutations: { networkMode: 'always' },
    },
});
/** Milliseconds after its load in which a page is left to itself on a slow phone. */
const SETTLED = 5000;

const root = document.getElementById('app');

if (root !== null) {
    createRoot(root).render(
        <StrictMode>
            <QueryClientProvider client={queries}>
                <BrowserRouter useTransitions={false}>
                    <Suspense fallback={<p className="p-8">{say('ui.one-moment')}</p>}>
                        <Routes>
                            <Route path="/join/task/:link" element={<EntryPage />} />
                            <Route path="/join/:phrase?" element={<EntryPage />} />
                            <Route path="/me" element={<OwnPage />} />
                            <Route path="/walk/:round" element={<Walk />} />
                            <Route path="/together" element={<TogetherPage />} />
                            <Route path="/sheet/:code" element={<SheetPage />} />
                            <Route path="*" element={<Navigate to="/join" replace />} />
                        </Routes>
                    </Suspense>
                </BrowserRouter>
            </QueryClientProvider>
        </StrictMode>,
    );
    // Whoever waits at the door has the rest by the time they are in, and goes on without a connection.
    addEventListener(
        'load',
        () => {
            void Promise.all([own(), walk()]).catch(() => undefined);
            // It loads all over again, and waits until the page is there for whoever looks at it. Where a browser has no workers, or
            // lets none run here, pages need the connection to be opened.
            setTimeout(() => void navigator.serviceWorker?.register('/worker.js').catch(() => undefined), SETTLED);
        },
        { once: true },
    );
}
