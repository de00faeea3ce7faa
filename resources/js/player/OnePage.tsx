import { useCallback, useEffect, useRef, useState } from 'react';
import type { Answer, Overview, PagePlace, QuestionPlace } from '../api/types';
import { Button } from '../ui/Button';
import { say } from '../words/words';
import { AnswerForm } from './AnswerForm';
import { AskAbout } from './AskAbout';
import { isReady } from './answers/parts';
import { Bar } from './Disclosure';
import { draftOf, keepDraft, readDraft } from './drafts';
import type { Step } from './Player';
import { Rich } from './Rich';
import type { Asking } from './useAsking';

/** Milliseconds without a change after which an answer is kept. */
const PAUSE = 1500;

interface Props {
    page: PagePlace[];
    overview: Overview;
    /** The round in which drafts and files are kept; none in a rehearsal. */
    round: string | null;
    busy: boolean;
    send: (step: Step) => void;
    asking: Asking;
}

/** All questions of a round on one page. What is answered is kept by itself, can be changed, and is handed in at the end. */
export function OnePage({ page, overview, round, busy, send, asking }: Props) {
    // What is to be kept before anything else is done, by stop.
    const waiting = useRef(new Map<string, () => void>());
    const answered = new Map(overview.stops.map((stop) => [stop.stop, stop.answered]));
    const open = overview.stops.filter((stop) => stop.asks && !stop.answered).length;
    const [handing, setHanding] = useState(false);
    const handIn = () => {
        setHanding(true);
        for (const keep of waiting.current.values()) {
            keep();
        }
        send({ kind: 'handed-in', data: {} });
    };
    return (
        <section className="flex flex-1 flex-col" aria-label={say('player.one-page.all-questions')}>
            <ol className="flex-1 px-4">
                {page.map(({ stop, part, place }, index) => (
                    <li key={stop} className="border-b border-line py-6">
                        {part !== null && part !== page[index - 1]?.part && <h2 className="mb-4 text-2xl">{part}</h2>}
                        {place === null ? (
                            <div className="flex flex-wrap items-center gap-3">
                                <p className="mr-auto text-lg">
                                    {say('player.one-page.one-goes-there', {
                                        number: index + 1,
                                        done: answered.get(stop) === true ? 'yes' : 'no',
                                    })}
                                </p>
                                <Button large disabled={busy} onClick={() => send({ kind: 'went-to', data: { stop } })}>
                                    {say('player.one-page.go-there')}
                                </Button>
                            </div>
                        ) : place.kind === 'reading' ? (
                            <article data-read-aloud>
                                {place.title !== '' && <h3 className="mb-2 text-xl">{place.title}</h3>}
                                <Rich text={place.text} className="text-lg leading-relaxed" />
                            </article>
                        ) : (
                            <PageQuestion
                                number={page.slice(0, index + 1).filter((one) => one.place?.kind === 'question').length}
                                stop={stop}
                                place={place}
                                round={round}
                                waiting={waiting.current}
                                send={send}
                                asking={asking}
                            />
                        )}
                    </li>
                ))}
            </ol>
            <Bar>
                <Button large className="max-sm:hidden" onClick={() => window.print()}>
                    {say('player.finish.print-it')}
                </Button>
                <p className="mr-auto text-soft">
                    {open === 0 ? say('player.overview.every-question-has-an-answer') : say('player.overview.still-open', { open })}
                </p>
                {/* Leaving a field sends what is in it: the press that left it must still count. */}
                <Button weight="main" large disabled={busy && handing} onClick={handIn}>
                    {say('player.overview.hand-it-all-in')}
                </Button>
            </Bar>
        </section>
    );
}

interface QuestionProps {
    number: number;
    stop: string;
    place: QuestionPlace;
    round: string | null;
    waiting: Map<string, () => void>;
    send: (step: Step) => void;
    asking: Asking;
}

function PageQuestion({ number, stop, place, round, waiting, send, asking }: QuestionProps) {
    const question = place.question.id;
    const draft = round === null ? null : draftOf(round, question);
    // What was written before the page was loaded anew still has to be kept.
    const [changed, setChanged] = useState(() => {
        const before = readDraft(draft);
        return before !== null && isReady(place.question, before) ? before : null;
    });
    const keep = useCallback(
        (response: Answer) => {
            setChanged(null);
            waiting.delete(stop);
            keepDraft(draft, null);
            send({ kind: 'went-to', data: { stop } });
            send({ kind: 'answered', data: { question, response } });
        },
        [draft, question, send, stop, waiting],
    );
    useEffect(() => {
        if (changed === null) {
            return;
        }
        waiting.set(stop, () => keep(changed));
        const later = window.setTimeout(() => keep(changed), PAUSE);
        return () => {
            window.clearTimeout(later);
            waiting.delete(stop);
        };
    }, [changed, keep, stop, waiting]);
    return (
        <article
            aria-label={say('player.one-page.question', { number })}
            onBlur={(event) => {
                if (changed !== null && !event.currentTarget.contains(event.relatedTarget)) {
                    keep(changed);
                }
            }}
        >
            <div className="flex gap-3" data-read-aloud>
                <span className="font-display text-xl text-soft">{number}</span>
                <Rich text={place.question.prompt} className="min-w-0 flex-1 text-xl leading-snug font-semibold" />
            </div>
            <AskAbout question={question} asking={asking} />
            <div className="mt-3">
                <AnswerForm
                    place={place}
                    draft={draft}
                    filesTo={round === null ? null : `/student/rounds/${round}/files`}
                    disabled={false}
                    onSubmit={keep}
                    onChange={(answer, ready) => setChanged(ready ? answer : null)}
                >
                    {(ready) =>
                        ready && changed === null && place.verdict?.response == null ? (
                            // An order may be right as it stands.
                            <Button type="submit" className="mt-2 self-start">
                                {say('player.one-page.keep-as-it-stands')}
                            </Button>
                        ) : (
                            <p className="mt-2 min-h-6 text-sm text-soft" role="status">
                                {changed !== null
                                    ? say('player.one-page.being-written')
                                    : place.verdict?.response == null
                                      ? ''
                                      : say('player.one-page.kept')}
                            </p>
                        )
                    }
                </AnswerForm>
            </div>
        </article>
    );
}
