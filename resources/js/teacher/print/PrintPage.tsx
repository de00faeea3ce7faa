import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Quiz, QuizDocument } from '../../api/types';
import { Notice } from '../../ui/Notice';
import { PrintBar } from '../../ui/PrintBar';
import { say } from '../../words/words';
import { Paper, type Sheet, sheets } from './Paper';

/** A quiz on paper, as the browser prints it or keeps it as a PDF. */
export function PrintPage() {
    const id = useParams().quiz ?? '';
    const [sheet, setSheet] = useState<Sheet>('questions');
    const quiz = useQuery({
        queryKey: ['printed', id],
        queryFn: () => take(client.GET('/quizzes/{quiz}', { params: { path: { quiz: id } } })) as Promise<Quiz>,
        staleTime: 0,
    });
    if (quiz.data === undefined) {
        return <main className="p-8">{quiz.error === null ? say('ui.one-moment') : <Notice>{sentence(quiz.error)}</Notice>}</main>;
    }
    return (
        <main>
            <PrintBar title={say('teacher.print.on-paper')} back={`/quizzes/${id}`} backWords={say('teacher.rehearse.back-to-building')}>
                <fieldset className="flex flex-wrap gap-3">
                    <legend className="sr-only">{say('teacher.print.what-is-printed')}</legend>
                    {sheets.map((one) => (
                        <label key={one} className="flex items-center gap-1.5 text-sm">
                            <input
                                type="radio"
                                name="sheet"
                                className="size-5 accent-accent"
                                checked={sheet === one}
                                onChange={() => setSheet(one)}
                            />
                            {say('teacher.print.sheet', { sheet: one })}
                        </label>
                    ))}
                </fieldset>
            </PrintBar>
            <Paper document={quiz.data.document as QuizDocument} sheet={sheet} />
        </main>
    );
}
