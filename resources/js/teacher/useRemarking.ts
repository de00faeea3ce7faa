import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../api/client';
import type { Remarking } from '../api/types';

/** Mends a quiz in use, and has old answers marked again, slice by slice; tells how far that is and what it changed. */
export function useRemarking(quiz: string, onMended: () => void = () => undefined) {
    const queries = useQueryClient();
    const [progress, setProgress] = useState<{ total: number; left: number } | null>(null);
    const [changes, setChanges] = useState<Remarking['changes'] | null>(null);
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);

    const remark = async () => {
        const found: Remarking['changes'] = [];
        for (let left = 1; left > 0; ) {
            const slice = await take(client.POST('/quizzes/{quiz}/re-markings', { params: { path: { quiz } } }));
            left = slice.left;
            found.push(...slice.changes);
            setProgress({ total: slice.total, left });
        }
        setProgress(null);
        setChanges(found);
        await queries.invalidateQueries();
    };
    /** Tells whether it was done. */
    const run = async (step: () => Promise<unknown>): Promise<boolean> => {
        setBusy(true);
        setError(null);
        setChanges(null);
        try {
            await step();
            onMended();
            await remark();
            return true;
        } catch (problem) {
            setProgress(null);
            setError(sentence(problem));
            return false;
        } finally {
            setBusy(false);
        }
    };
    return { busy, progress, changes, error, run };
}
