import type { ReactNode } from 'react';
import type { QuizDocument, Stop } from '../../api/types';
import { Rich } from '../../player/Rich';
import { questionsOf } from '../../quiz/places';
import { isEmpty } from '../../quiz/text';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { PrintedQuestion } from './PrintedQuestion';

/** What is printed: questions with room to answer, the same with keys and what is said, or the hints alone. */
export type Sheet = 'questions' | 'keys' | 'hints';

export const sheets: Sheet[] = ['questions', 'keys', 'hints'];

interface Props {
    document: QuizDocument;
    sheet: Sheet;
    /** Whose it is; without it there is a line to write that on. */
    children?: ReactNode;
}

/** A quiz as it stands on paper. */
export function Paper({ document, sheet, children }: Props) {
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
                {children}
                {sheet === 'questions' && children === undefined && (
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
