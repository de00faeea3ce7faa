import '../ui/tokens.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { EntryPage } from './EntryPage';
import { OwnPage } from './OwnPage';
import { Walk } from './RoundPage';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: true } } });
const root = document.getElementById('app');

if (root !== null) {
    createRoot(root).render(
        <StrictMode>
            <QueryClientProvider client={queries}>
                <BrowserRouter>
                    <Routes>
                        <Route path="/join/:phrase?" element={<EntryPage />} />
                        <Route path="/me" element={<OwnPage />} />
                        <Route path="/walk/:round" element={<Walk />} />
                        <Route path="*" element={<Navigate to="/join" replace />} />
                    </Routes>
                </BrowserRouter>
            </QueryClientProvider>
        </StrictMode>,
    );
}
