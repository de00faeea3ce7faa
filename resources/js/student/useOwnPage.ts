import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { client, take } from '../api/client';
import type { StudentPage } from '../api/types';
import { orLastSeen, type Seen } from './seen';

const key = ['student'];

export interface Own {
    page: StudentPage | undefined;
    /** Since when it stands like that, where the server is not there to say how it stands now; milliseconds since 1970. */
    at: number | null;
    error: Error | null;
    /** Asks anew. */
    look: () => Promise<void>;
    /** What was changed here shows at once. */
    change: (how: (page: StudentPage) => StudentPage) => void;
}

/** What there is for a student; as it was told last where there is no connection. */
export function useOwnPage(): Own {
    const queries = useQueryClient();
    const read = useQuery({ queryKey: key, queryFn: () => orLastSeen('own page', () => take(client.GET('/student'))) });
    const look = useCallback(() => queries.invalidateQueries({ queryKey: key }), [queries]);
    const change = useCallback<Own['change']>(
        (how) => queries.setQueryData<Seen<StudentPage>>(key, (seen) => seen && { ...seen, value: how(seen.value) }),
        [queries],
    );
    return { page: read.data?.value, at: read.data?.at ?? null, error: read.error, look, change };
}
