import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Quiz, QuizDocument, Stop } from '../../api/types';
import { Rich } from '../../player/Rich';
import { questionsOf } from '../../quiz/places';
import { isEmpty } from '../../quiz/text';
import { Button, buttonClass } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { PrintedQuestion } from './PrintedQuestion';

/** What is printed: questions with room to answer, the same with keys and what is said, or the hints alone. */
export type Sheet = 'questions' | 'keys' | 'hints';

const sheets: Sheet[] = ['questions', 'keys', 'hints'];

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
            <div className="flex flex-wrap items-center gap-3 bg-tint px-5 py-2 print:hidden">
                <h1 className="text-lg">{say('teacher.print.on-paper')}</h1>
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
                <div className="ml-auto flex gap-2">
                    <Button weight="main" onClick={() => window.print()}>
                        {say('teacher.print.print-it')}
                    </Button>
                    <Link className={buttonClass()} to={`/quizzes/${id}`}>
                        {say('teacher.rehearse.back-to-building')}
                    </Link>
                </div>
            </div>
            <Paper document={quiz.data.document as QuizDocument} sheet={sheet} />
        </main>
    );
}

function Paper({ document, sheet }: { document: QuizDocument; sheet: Sheet }) {
    const parts = document.parts ?? [];
    // What only helps is not handed out with the questions.
    const beside = document.sideStops.filter((stop) => sheet === 'keys' || questionsOf(stop).length > 0);
    const stops = [...document.stops, ...beside];
    let number = 0;
    let part: string | null = null;
    const numbered = (stop: Stop) => questionsOf(stop).map(({ question, cue }) => ({ question, cue, number: ++number }));
    return (
        <article className="paper mx-auto max-w-3xl px-6 py-8" lang={document.language}>
            <header className="mb-6">
                <h1 className="text-2xl">{document.title}</h1>
                {sheet === 'questions' && (
                    <p className="mt-3 flex gap-6 text-sm">
                        <span className="flex-1 border-b border-ink">{say('teacher.print.name')}</span>
                        <span className="w-40 border-b border-ink">{say('teacher.print.date')}</span>
                    </p>
                )}
                {sheet !== 'hints' && !isEmpty(document.instructions) && <Rich text={document.instructions} className="mt-3" />}
            </header>
            {stops.map((stop) => {
                const heading = stop.part != null && stop.part !== part ? (parts.find(({ id }) => id === stop.part)?.title ?? '') : '';
                part = stop.part ?? null;
                const questions = numbered(stop);
                return (
                    <section key={stop.id}>
                        {heading !== '' && <h2 className="mt-6 mb-2 text-xl">{heading}</h2>}
                        <StopHead stop={stop} sheet={sheet} />
                        {questions.map(({ question, cue, number: at }) => (
                            <PrintedQuestion
                                key={question.id}
                                question={question}
                                number={at}
                                sheet={sheet}
                                time={cue === null ? null : timecode(cue.at)}
                            />
                        ))}
                    </section>
                );
            })}
        </article>
    );
}

/** What stands above the questions of a stop: a text to read, or what it is called. */
function StopHead({ stop, sheet }: { stop: Stop; sheet: Sheet }) {
    if (sheet === 'hints') {
        return null;
    }
    switch (stop.kind) {
        case 'reading':
        case 'text':
            return (
                <div className="mb-5">
                    {stop.kind === 'reading' && stop.title !== '' && <h3 className="mb-1 text-lg">{stop.title}</h3>}
                    <Rich text={stop.text} />
                </div>
            );
        case 'question':
            return null;
        default:
            return stop.title === '' ? null : (
                <h3 className="mb-1 text-lg">{stop.kind === 'video' ? say('teacher.print.video', { title: stop.title }) : stop.title}</h3>
            );
    }
}
