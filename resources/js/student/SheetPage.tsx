import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { client, sendFiles, sentence, take } from '../api/client';
import { Notice } from '../ui/Notice';
import { say } from '../words/words';

/** Where the code on a printed sheet leads: a photograph of it is handed in. */
export function SheetPage() {
    const code = useParams().code ?? '';
    const queries = useQueryClient();
    const sheet = useQuery({
        queryKey: ['sheet', code],
        queryFn: () => take(client.GET('/sheets/{sheet}', { params: { path: { sheet: code } } })),
    });
    const [progress, setProgress] = useState<number | null>(null);
    const [problem, setProblem] = useState<string | null>(null);
    const send = async (file: File) => {
        setProblem(null);
        setProgress(0);
        const form = new FormData();
        form.append('file', file);
        try {
            queries.setQueryData(['sheet', code], await sendFiles(`/sheets/${code}/photographs`, form, setProgress));
        } catch (error) {
            setProblem(sentence(error));
        }
        setProgress(null);
    };
    if (sheet.data === undefined) {
        return (
            <main className="mx-auto max-w-md p-6">
                {sheet.error === null ? say('ui.one-moment') : <Notice>{say('student.sheet.nothing-belongs-to-it')}</Notice>}
            </main>
        );
    }
    const { title, open, arrived } = sheet.data;
    return (
        <main className="mx-auto grid max-w-md gap-5 px-4 py-8">
            <h1 className="text-3xl">{title}</h1>
            {arrived > 0 && <Notice tone="well">{say('student.sheet.arrived', { n: arrived })}</Notice>}
            {open ? (
                <>
                    <p>{say('student.sheet.lay-it-flat')}</p>
                    <label className="grid min-h-14 place-items-center rounded-md bg-accent px-5 text-lg font-semibold text-on-accent has-focus-visible:outline-3 has-focus-visible:outline-accent has-disabled:opacity-60">
                        {arrived === 0 ? say('student.sheet.photograph-it') : say('student.sheet.photograph-another')}
                        <input
                            type="file"
                            className="sr-only"
                            accept="image/jpeg,image/png,image/webp,image/gif"
                            capture="environment"
                            disabled={progress !== null}
                            onChange={(event) => {
                                const file = event.currentTarget.files?.[0];
                                event.currentTarget.value = '';
                                if (file !== undefined) {
                                    void send(file);
                                }
                            }}
                        />
                    </label>
                </>
            ) : (
                <p>{say('student.sheet.closed')}</p>
            )}
            {progress !== null && <p role="status">{say('player.hand-in.sending', { percent: Math.round(progress * 100) })}</p>}
            {problem !== null && <Notice>{problem}</Notice>}
        </main>
    );
}
