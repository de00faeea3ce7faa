import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { client, sendFiles, sentence, take } from '../api/client';
import type { Medium } from '../api/types';
import { say } from '../words/words';

/** What the device's own dialog offers for each kind. */
export const accepts: Record<Medium['kind'], string> = {
    video: 'video/webm,video/mp4',
    picture: 'image/*',
    sound: 'audio/*',
    file: '.pdf,.txt,.odt,.docx,.xlsx',
};

/** What players have to know of the teacher's own media. */
export function useMediaKnown(): Record<string, Medium> {
    const media = useMedia();
    return useMemo(() => Object.fromEntries(media.map((medium) => [medium.id, medium])), [media]);
}

const none: Medium[] = [];

/** What of the videos the inspection knows, as one word: another word, another finding. */
export function useMediaStamp(): string {
    return useMedia()
        .filter(({ kind }) => kind === 'video')
        .map(({ id, seconds, captions }) => `${id} ${seconds} ${captions.length > 0}`)
        .join();
}

/** The teacher's own shelf, by title. */
export function useMedia(): Medium[] {
    return (
        useQuery({
            queryKey: ['media'],
            queryFn: () => take(client.GET('/media')),
            // What a timeline shows is made beside: it is looked at again until it is there.
            refetchInterval: (query) => (query.state.data?.some(isBeingPrepared) === true ? 2000 : false),
        }).data ?? none
    );
}

interface Upload {
    /** Sends a file, of which another kind than the one wanted is refused; null where it did not come to be. */
    send: (file: File, kind: Medium['kind'], captions?: File) => Promise<Medium | null>;
    /** The same for a picture at an address, which the server fetches, or a video, of which the address is kept. */
    fetch: (address: string, kind: 'picture' | 'video') => Promise<Medium | null>;
    /** A video of a service, by what it is called there. */
    take: (service: string, key: string) => Promise<Medium | null>;
    /** From 0 to 1, while something is on its way. */
    progress: number | null;
    /** Why the last one did not come to be. */
    error: string | null;
}

function isBeingPrepared({ preparation }: Medium): boolean {
    return preparation?.state === 'waiting' || preparation?.state === 'working';
}

/** Takes files into the teacher's shelf. */
export function useUpload(): Upload {
    const queries = useQueryClient();
    const [progress, setProgress] = useState<number | null>(null);
    const [error, setError] = useState<string | null>(null);
    const taken = async (sending: () => Promise<Medium>, kind: Medium['kind']): Promise<Medium | null> => {
        setError(null);
        setProgress(0);
        try {
            const medium = await sending();
            await queries.invalidateQueries({ queryKey: ['media'] });
            if (medium.kind === kind) {
                return medium;
            }
            setError(say('build.media.another-kind', { kind: medium.kind, wanted: kind }));
        } catch (problem) {
            setError(sentence(problem));
        } finally {
            setProgress(null);
        }
        return null;
    };
    return {
        progress,
        error,
        send: (file, kind, captions) => {
            const form = new FormData();
            form.append('file', file);
            if (captions !== undefined) {
                form.append('captions', captions);
            }
            return taken(() => sendFiles<Medium>('/media', form, setProgress), kind);
        },
        fetch: (address, kind) =>
            taken(() => take(client.POST('/media/from-address', { body: { address, kind } })) as Promise<Medium>, kind),
        take: (service, key) =>
            taken(() => take(client.POST('/media/from-service', { body: { service, key } })) as Promise<Medium>, 'video'),
    };
}
