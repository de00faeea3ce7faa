import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { client, Refused, sentence, take } from '../../api/client';
import type { ActKind, SentAct, Sitting } from '../../api/types';
import { ulid } from '../../ui/ulid';
import { useLive } from '../../ui/useLive';

/** Milliseconds after which it is asked again where nothing is heard, and where everything is. */
const ASKED = 2000;
const HEARD = 15_000;

export interface Front {
    sitting: Sitting | undefined;
    /** Why it could not be read, or the last act was not taken. */
    why: string | null;
    busy: boolean;
    /** Nobody is signed in. */
    signedOut: boolean;
    act: (kind: ActKind, data?: SentAct['data']) => void;
}

/** A sitting as it stands, heard of as soon as something changes in it, and what is done at its front. */
export function useSitting(id: string): Front {
    const queries = useQueryClient();
    const key = useMemo(() => ['sitting', id], [id]);
    const look = useCallback(() => void queries.invalidateQueries({ queryKey: key }), [queries, key]);
    const heard = useLive(`front/${id}`, look);
    const read = useQuery({
        queryKey: key,
        queryFn: async () => {
            const read = await take(client.GET('/sittings/{sitting}', { params: { path: { sitting: id } } }));
            // Replies may overtake each other; an older one never replaces what is shown.
            const shown = queries.getQueryData<Sitting>(key);
            return shown !== undefined && shown.number > read.number ? shown : read;
        },
        refetchInterval: heard ? HEARD : ASKED,
        refetchIntervalInBackground: true,
    });
    const done = useMutation({
        mutationFn: (sent: SentAct) => take(client.POST('/sittings/{sitting}/acts', { params: { path: { sitting: id } }, body: sent })),
        onSuccess: (sitting) => queries.setQueryData(key, sitting),
        onError: look,
    });
    const { mutate } = done;
    const number = read.data?.number;
    const act = useCallback(
        (kind: ActKind, data: SentAct['data'] = {}) => {
            if (number !== undefined) {
                mutate({ id: ulid(), after: number, kind, data });
            }
        },
        [mutate, number],
    );
    const why = done.error ?? read.error;
    const signedOut = read.error instanceof Refused && read.error.problem.status === 401;
    return { signedOut, sitting: read.data, why: why === null ? null : sentence(why), busy: done.isPending, act };
}
