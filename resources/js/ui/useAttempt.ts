import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentence } from '../api/client';

/** Does something and asks anew for what it may have changed; what was refused is told in a sentence. */
export function useAttempt(...keys: string[]) {
    const queries = useQueryClient();
    const [error, setError] = useState<string | null>(null);
    const attempt = async (work: () => Promise<unknown>): Promise<void> => {
        setError(null);
        try {
            await work();
            await Promise.all(keys.map((key) => queries.invalidateQueries({ queryKey: [key] })));
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    return { error, attempt };
}
