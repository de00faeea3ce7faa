import { useEffect, useState } from 'react';

/** A line of captions in plain words; times in seconds of the video. */
export interface CaptionLine {
    from: number;
    to: number;
    text: string;
}

/** The captions of a video in one language; null while they are not there, or none are wanted. */
export function useCaptions(medium: string | null, language: string | null): CaptionLine[] | null {
    const [lines, setLines] = useState<{ of: string; lines: CaptionLine[] } | null>(null);
    const wanted = medium === null || language === null ? null : `/media/${medium}/lines/${language}`;
    useEffect(() => {
        if (wanted === null) {
            return;
        }
        const stop = new AbortController();
        fetch(wanted, { signal: stop.signal, headers: { Accept: 'application/json' } })
            .then((reply) => (reply.ok ? (reply.json() as Promise<CaptionLine[]>) : []))
            .then((read) => setLines({ of: wanted, lines: read }))
            .catch(() => undefined);
        return () => stop.abort();
    }, [wanted]);
    return lines !== null && lines.of === wanted ? lines.lines : null;
}

/** What is said at a moment. */
export function saidAt(lines: CaptionLine[], at: number): string | null {
    const said = lines.filter((line) => line.from <= at && at < line.to);
    return said.length === 0 ? null : said.map((line) => line.text).join('\n');
}

/** The name of a language in the language of the page. */
export function languageName(language: string, locale: string): string {
    return new Intl.DisplayNames([locale], { type: 'language' }).of(language) ?? language;
}
