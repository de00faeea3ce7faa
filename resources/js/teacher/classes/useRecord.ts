import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { client, take } from '../../api/client';

/** The record of a class as the address narrows it, with what that says; it is asked for again and again where it is looked at. */
export function useRecord(group: string, isLive = false) {
    const [search] = useSearchParams();
    const unit = search.get('unit') ?? '';
    const record = useQuery({
        queryKey: ['record', group, unit],
        queryFn: () =>
            take(client.GET('/classes/{class}/record', { params: { path: { class: group }, query: unit === '' ? {} : { unit } } })),
        ...(isLive ? { placeholderData: keepPreviousData, refetchInterval: 20_000 } : {}),
    });
    return { search, unit, strict: search.get('missing') === 'nought', record };
}
