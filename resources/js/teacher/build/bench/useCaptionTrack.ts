import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { client, sendFiles, sentence, take } from '../../../api/client';
import type { CaptionTrack } from '../../../api/types';
import { say } from '../../../words/words';

/** A line, and what it is known by while it is written. */
export type Line = CaptionTrack['lines'][number] & { key: string };

export interface Captioning {
    /** The languages there are. */
    languages: string[];
    language: string | null;
    choose: (language: string) => void;
    lines: Line[];
    change: (lines: Line[]) => void;
    /** Takes the last change back; null where there is none. */
    undo: (() => void) | null;
    /** Puts a file in place of the lines. */
    send: (file: File) => Promise<void>;
    remove: () => Promise<void>;
    state: 'saved' | 'saving' | 'refused';
    /** What is to be said: why it is not kept, or what was put right in a file. */
    notes: string[];
}

/** Milliseconds of rest after which what was written is sent. */
const REST = 1200;

const UNDONE = 50;

const none: Line[] = [];

/** The captions of a video as they are written: kept by themselves after a rest, each language by itself. */
export function useCaptionTrack(medium: string): Captioning {
    const queries = useQueryClient();
    const path = { medium };
    const tracks = useQuery({
        queryKey: ['captions', medium],
        queryFn: () => take(client.GET('/media/{medium}/captions', { params: { path } })),
        staleTime: Number.POSITIVE_INFINITY,
    });
    const [chosen, setChosen] = useState<string | null>(null);
    const [added, setAdded] = useState<string[]>([]);
    const languages = [...(tracks.data ?? []).map((track) => track.language), ...added].filter(
        (language, index, all) => all.indexOf(language) === index,
    );
    const language = chosen ?? languages[0] ?? null;
    const stored = tracks.data?.find((track) => track.language === language);
    // What was written and is not kept yet.
    const [written, setWritten] = useState<Line[] | null>(null);
    const [state, setState] = useState<Captioning['state']>('saved');
    const [notes, setNotes] = useState<string[]>([]);
    const [past, setPast] = useState<Line[][]>([]);
    const kept = useMemo(() => stored?.lines.map((line, index) => ({ ...line, key: `${stored.revision} ${index}` })) ?? none, [stored]);
    const lines = written ?? kept;
    const latest = useRef(written);
    latest.current = written;

    // Which writing of a language is known, as soon as it is told and before anything is drawn with it.
    const revisions = useRef(new Map<string, number>());
    const keep = useCallback(
        (track: CaptionTrack) => {
            queries.setQueryData<CaptionTrack[]>(['captions', medium], (known = []) => [
                ...known.filter((one) => one.language !== track.language),
                track,
            ]);
            revisions.current.set(track.language, track.revision);
            void queries.invalidateQueries({ queryKey: ['media'] });
        },
        [queries, medium],
    );
    const sent = useRef<Line[] | null>(null);
    const isOnItsWay = useRef(false);
    // What is to be sent when that has come back, of each language the newest.
    const waiting = useRef(new Map<string, () => Promise<void>>());
    const save = useCallback(
        async function again(): Promise<void> {
            if (written === null || language === null) {
                return;
            }
            if (sent.current === written) {
                // Taken back before it was sent: what stands there is what is kept.
                setState('saved');
                return;
            }
            // One at a time: what is written while another is on its way follows on it, and is no other's.
            if (isOnItsWay.current) {
                waiting.current.set(language, again);
                return;
            }
            isOnItsWay.current = true;
            sent.current = written;
            setState('saving');
            try {
                const track = await take(
                    client.PUT('/media/{medium}/captions/{language}', {
                        params: { path: { medium, language } },
                        body: {
                            on: revisions.current.get(language) ?? stored?.revision ?? 0,
                            lines: written.map(({ key, ...line }) => line),
                        },
                    }),
                );
                keep(track);
                setNotes([]);
                // What was written meanwhile is not kept yet.
                setState(latest.current === null || latest.current === sent.current ? 'saved' : 'saving');
            } catch (problem) {
                setState('refused');
                setNotes([sentence(problem)]);
            } finally {
                isOnItsWay.current = false;
                for (const [of, next] of [...waiting.current].slice(0, 1)) {
                    waiting.current.delete(of);
                    void next();
                }
            }
        },
        [written, language, stored?.revision, medium, keep],
    );
    const newest = useRef(save);
    newest.current = save;
    useEffect(() => {
        if (written !== null) {
            const timer = setTimeout(() => void newest.current(), REST);
            return () => clearTimeout(timer);
        }
    }, [written]);
    // What is written when one leaves is sent at once; where the whole page is left, one is asked first.
    useEffect(() => {
        const leaving = (event: BeforeUnloadEvent) => {
            if (latest.current !== null && latest.current !== sent.current) {
                void newest.current();
                event.preventDefault();
            }
        };
        window.addEventListener('beforeunload', leaving);
        return () => {
            window.removeEventListener('beforeunload', leaving);
            void newest.current();
        };
    }, []);

    return {
        languages,
        language,
        choose: (other) => {
            void save();
            setWritten(null);
            setPast([]);
            setNotes([]);
            setState('saved');
            setAdded((before) => [...before, other]);
            setChosen(other);
        },
        lines,
        change: (next) => {
            setPast((before) => [...before.slice(-UNDONE), lines]);
            setWritten(next);
            setState('saving');
        },
        undo:
            past.length === 0
                ? null
                : () => {
                      setWritten(past.at(-1) ?? none);
                      setPast(past.slice(0, -1));
                      setState('saving');
                  },
        send: async (file) => {
            if (language === null) {
                return;
            }
            const form = new FormData();
            form.append('file', file);
            try {
                const read = await sendFiles<{ track: CaptionTrack; notes: string[] }>(
                    `/media/${medium}/captions/${language}`,
                    form,
                    () => undefined,
                );
                setPast((before) => (lines.length === 0 ? before : [...before.slice(-UNDONE), lines]));
                setWritten(null);
                keep(read.track);
                setState('saved');
                setNotes([say('build.captions.read', { n: read.track.lines.length }), ...read.notes]);
            } catch (problem) {
                setNotes([sentence(problem)]);
            }
        },
        remove: async () => {
            if (language === null) {
                return;
            }
            try {
                await take(client.DELETE('/media/{medium}/captions/{language}', { params: { path: { medium, language } } }));
                setWritten(null);
                revisions.current.delete(language);
                setPast(lines.length === 0 ? [] : [lines]);
                queries.setQueryData<CaptionTrack[]>(['captions', medium], (known = []) =>
                    known.filter((one) => one.language !== language),
                );
                setAdded((before) => [...before, language]);
                void queries.invalidateQueries({ queryKey: ['media'] });
            } catch (problem) {
                setNotes([sentence(problem)]);
            }
        },
        state,
        notes,
    };
}
