import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useState } from 'react';
import { client, Refused, sentence, take } from '../../api/client';
import type { ActKind, SentAct, Sitting } from '../../api/types';
import { ulid } from '../../ui/ulid';
import { again, useLive } from '../../ui/useLive';

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
        refetchInterval: again(heard),
        refetchIntervalInBackground: true,
    });
    // Acts of one page go one after the other, so that none of them is told to come too late because of another.
    const [counted, setCounted] = useState<Record<string, number>>({});
    const acts = useMemo(() => ['acts', id], [id]);
    const done = useMutation({
        mutationKey: acts,
        scope: { id: `acts ${id}` },
        mutationFn: (sent: SentAct) => {
            const newest = queries.getQueryData<Sitting>(key)?.number ?? sent.after;
            // Hands are counted on: what else was done here meanwhile takes nothing from them.
            const body = sent.kind === 'counted' ? { ...sent, after: newest } : sent;
            return take(client.POST('/sittings/{sitting}/acts', { params: { path: { sitting: id } }, body }));
        },
        onSuccess: (sitting) => queries.setQueryData(key, sitting),
        onError: look,
        onSettled: () => {
            if (queries.isMutating({ mutationKey: acts }) === 1) {
                setCounted({});
            }
        },
    });
    const { mutate } = done;
    const number = read.data?.number;
    const act = useCallback(
        (kind: ActKind, data: SentAct['data'] = {}) => {
            if (number === undefined) {
                return;
            }
            const { entry, hands } = data;
            if (kind === 'counted' && entry !== undefined && hands !== undefined) {
                setCounted((before) => ({ ...before, [entry]: hands }));
            }
            mutate({ id: ulid(), after: number, kind, data });
        },
        [mutate, number],
    );
    // A hand shows as soon as it is counted.
    const sitting = useMemo(() => read.data && { ...read.data, hands: { ...read.data.hands, ...counted } }, [read.data, counted]);
    const why = done.error ?? read.error;
    const signedOut = read.error instanceof Refused && read.error.problem.status === 401;
    return { signedOut, sitting, why: why === null ? null : sentence(why), busy: done.isPending, act };
}
