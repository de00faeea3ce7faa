import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
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

/** The teacher's own shelf, by title. */
export function useMedia(): Medium[] {
    return useQuery({ queryKey: ['media'], queryFn: () => take(client.GET('/media')) }).data ?? [];
}

interface Upload {
    /** Sends a file, of which another kind than the one wanted is refused; null where it did not come to be. */
    send: (file: File, kind: Medium['kind'], captions?: File) => Promise<Medium | null>;
    /** The same for a picture at an address, which the server fetches. */
    fetch: (address: string) => Promise<Medium | null>;
    /** From 0 to 1, while something is on its way. */
    progress: number | null;
    /** Why the last one did not come to be. */
    error: string | null;
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
        fetch: (address) => taken(() => take(client.POST('/media/from-address', { body: { address } })) as Promise<Medium>, 'picture'),
    };
}
