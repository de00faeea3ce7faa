import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { client, sendFiles, sentence, take } from '../../api/client';
import type { Medium } from '../../api/types';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { moment } from '../../ui/time';

export function useMedia() {
    return useQuery({ queryKey: ['media'], queryFn: () => take(client.GET('/media')) }).data ?? [];
}

interface Props {
    kind: Medium['kind'];
    value: string | null;
    onChange: (id: string | null) => void;
}

const words: Record<Medium['kind'], { name: string; none: string; send: string; types: string; accept: string }> = {
    video: {
        name: 'Video',
        none: 'No video yet',
        send: 'Send a video of your own',
        types: 'WebM or MP4, up to 64 MB',
        accept: 'video/webm,video/mp4',
    },
    picture: {
        name: 'Picture',
        none: 'No picture',
        send: 'Send a picture of your own',
        types: 'JPEG, PNG, WebP or GIF, up to 8 MB',
        accept: 'image/*',
    },
    sound: {
        name: 'Sound',
        none: 'No sound',
        send: 'Send a sound of your own',
        types: 'MP3, OGG, WAV, M4A or FLAC, up to 16 MB',
        accept: 'audio/*',
    },
    file: {
        name: 'Document',
        none: 'No document',
        send: 'Send a document of your own',
        types: 'PDF, text or a document of an office program, up to 16 MB; students download it',
        accept: '.pdf,.txt,.odt,.docx,.xlsx',
    },
};

/** Chooses one of the teacher's videos, pictures, sounds or documents, or sends a new one. */
export function MediaPicker({ kind, value, onChange }: Props) {
    const media = useMedia().filter((medium) => medium.kind === kind);
    const [progress, setProgress] = useState<number | null>(null);
    const [error, setError] = useState<string | null>(null);
    const file = useRef<HTMLInputElement>(null);
    const captions = useRef<HTMLInputElement>(null);
    const queries = useQueryClient();
    // An upload takes its time: what it brings is put into what stands here then.
    const newest = useRef(onChange);
    newest.current = onChange;

    const send = async () => {
        const chosen = file.current?.files?.[0];
        if (chosen === undefined) {
            setError('Choose a file first.');
            return;
        }
        const form = new FormData();
        form.append('file', chosen);
        const subtitles = captions.current?.files?.[0];
        if (subtitles !== undefined) {
            form.append('captions', subtitles);
        }
        setError(null);
        setProgress(0);
        try {
            const medium = await sendFiles<Medium>('/media', form, setProgress);
            await queries.invalidateQueries({ queryKey: ['media'] });
            if (medium.kind === kind) {
                newest.current(medium.id);
            } else {
                setError(`This is a ${medium.kind}. It is kept with your files, but a ${kind} is wanted here.`);
            }
        } catch (problem) {
            setError(sentence(problem));
        }
        setProgress(null);
    };

    return (
        <div className="grid gap-2">
            <Select label={words[kind].name} value={value ?? ''} onChange={(event) => onChange(event.currentTarget.value || null)}>
                <option value="">{words[kind].none}</option>
                {media.map((medium) => (
                    <option key={medium.id} value={medium.id}>
                        {medium.title}
                        {medium.seconds === null ? '' : ` (${moment(Math.round(medium.seconds))})`}
                    </option>
                ))}
            </Select>
            <details className="rounded-md border border-line px-3 py-2 text-sm">
                <summary className="font-semibold">{words[kind].send}</summary>
                <div className="mt-2 grid gap-2">
                    <label>
                        {words[kind].types}
                        <input ref={file} type="file" accept={words[kind].accept} className="mt-1 block w-full text-sm" />
                    </label>
                    {kind === 'video' && (
                        <label>
                            Captions, if there are any (WebVTT)
                            <input ref={captions} type="file" accept=".vtt,text/vtt" className="mt-1 block w-full text-sm" />
                        </label>
                    )}
                    <Button className="w-fit" disabled={progress !== null} onClick={() => void send()}>
                        {progress === null ? 'Send' : `Sending, ${Math.round(progress * 100)} %`}
                    </Button>
                </div>
            </details>
            {error !== null && <Notice>{error}</Notice>}
        </div>
    );
}
