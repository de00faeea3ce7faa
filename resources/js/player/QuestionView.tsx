import { LifeBuoy } from 'lucide-react';
import { type ReactNode, useCallback, useState } from 'react';
import type { QuestionPlace } from '../api/types';
import { Button } from '../ui/Button';
import { say } from '../words/words';
import { AnswerForm } from './AnswerForm';
import { AskAbout } from './AskAbout';
import { inWords } from './answers/parts';
import { Bar, Disclosure } from './Disclosure';
import { draftOf, keepDraft, readDraft } from './drafts';
import { OnPicture, pictureOf } from './OnPicture';
import type { Step } from './Player';
import { Rich } from './Rich';
import { RungContent, rungWords } from './RungContent';
import { TimeLeft } from './TimeLeft';
import type { Asking } from './useAsking';
import { RightAnswer, VerdictText } from './Verdict';
import { type Stretch, VideoPlayer } from './VideoPlayer';

interface Props {
    place: QuestionPlace;
    /** The round in which drafts and files are kept; none in a rehearsal. */
    round: string | null;
    /** Answers are marked when the round is handed in. */
    handsIn: boolean;
    busy: boolean;
    send: (step: Step) => void;
    asking: Asking;
    /** The part of the video before it stands beside it. */
    beside: boolean;
}

/** One question: its answers, one main button, help always in the same place, and what unfolds below it. */
export function QuestionView({ place, round, handsIn, busy, send, asking, beside }: Props) {
    const [looking, setLooking] = useState<'help' | 'video' | null>(null);
    const watched = useCallback((video: string, stretch: Stretch) => send({ kind: 'watched', data: { video, ...stretch } }), [send]);
    const question = place.question.id;
    const draft = round === null ? null : draftOf(round, question);
    const goOn = () => send({ kind: 'went-on', data: { from: place.frame } });
    const askForHelp = () => send({ kind: 'asked-for-help', data: { question } });
    const below = place.verdictShown || place.rung !== null || place.judging !== null;
    const again = place.watchAgain;
    const ways: { words: string; show: boolean; go: () => void }[] = [
        { words: say('player.question-view.watch-that-part-again'), show: again !== null && !beside, go: () => setLooking('video') },
        {
            words: say('player.question-view.another-question-like-this'),
            show: place.mayAskAlike,
            go: () => send({ kind: 'asked-for-alike', data: { question } }),
        },
        {
            words: say('player.question-view.call-the-teacher'),
            show: place.mayCall && place.tries > 0 && !place.moreHelp,
            go: () => send({ kind: 'called', data: { question } }),
        },
        {
            words: say('player.question-view.leave-it-for-later'),
            show: place.maySetAside,
            go: () => send({ kind: 'set-aside', data: { question } }),
        },
        {
            words: say('player.question-view.leave-it-out'),
            show: place.maySkip,
            go: () => send({ kind: 'skipped', data: { from: place.frame } }),
        },
    ].filter((way) => way.show);

    const picture = pictureOf(place.question);
    // What was begun when answers were closed stays on the device, and is there if they are opened again.
    const unsent = place.led === 'closed' && !place.verdictShown ? inWords(place.question, readDraft(draft)) : '';
    const well = place.verdict?.result === 'right' || place.verdict?.result === 'noted';

    return (
        <>
            <div className="flex flex-1 flex-col px-4 pt-5">
                <Signs place={place} onOver={() => send({ kind: 'timed-out', data: { question } })} />
                <div data-read-aloud>
                    <Rich
                        text={picture?.rest ?? place.question.prompt}
                        className={`leading-snug font-semibold ${place.led === null ? 'text-xl' : 'text-2xl'}`}
                    />
                    {picture !== null && below && <OnPicture question={place.question} picture={picture} className="mt-3" />}
                </div>
                {below && (
                    <p className="mt-4 text-lg">
                        <span className="text-soft">{say('player.question-view.your-answer')} </span>
                        {inWords(place.question, place.judging?.response ?? place.verdict?.response ?? null) ||
                            say('player.question-view.none-yet')}
                    </p>
                )}
                {/* A place that a device kept from before may not tell it. */}
                {place.sentBack != null && !below && (
                    <div className="mt-4 rounded-md border-l-4 border-accent bg-tint px-4 py-3" role="note">
                        <p className="text-sm">{say('player.question-view.sent-back')}</p>
                        {place.sentBack.comment !== '' && (
                            <p className="text-lg" data-read-aloud>
                                {place.sentBack.comment}
                            </p>
                        )}
                    </div>
                )}
                <AskAbout question={question} asking={asking} />
                {place.judging !== null && (
                    <Disclosure label={say('player.question-view.is-your-answer-right')} tone="yet">
                        <p className="text-sm text-soft">{say('player.question-view.a-model-answer')}</p>
                        <div className="mb-3" data-read-aloud>
                            <Rich text={place.judging.model} className="text-lg" />
                        </div>
                        <p className="mb-3 font-semibold">{say('player.question-view.does-yours-say-the-same')}</p>
                    </Disclosure>
                )}
                {place.verdictShown && (
                    <Disclosure label={say('player.question-view.about-your-answer')} tone={well ? 'well' : 'yet'}>
                        {place.verdict !== null && <VerdictText verdict={place.verdict} />}
                        {place.revealed !== null && place.revealed.length > 0 && <RightAnswer lines={place.revealed} />}
                    </Disclosure>
                )}
                {place.rung !== null && (
                    <>
                        {place.verdict !== null && place.verdict.result !== 'right' && (
                            <div className="mt-4 border-l-4 border-yet pl-4">
                                <VerdictText verdict={place.verdict} />
                            </div>
                        )}
                        <Disclosure label={say('player.question-view.help')} tone="rails">
                            <Rungs seen={place.seen} current={place.rung} onWatched={watched} />
                        </Disclosure>
                    </>
                )}
                {looking === 'help' && !below && (
                    <Disclosure label={say('player.question-view.help-you-have-seen')} tone="rails">
                        <Rungs seen={place.seen} current={null} onWatched={watched} />
                    </Disclosure>
                )}
                {looking === 'video' && again !== null && !below && (
                    <Disclosure label={say('player.question-view.the-part-of-the-video')} tone="rails">
                        <VideoPlayer
                            title={say('player.question-view.the-part-before-this-question')}
                            clip={again.clip}
                            onWatched={(stretch) => watched(again.video, stretch)}
                        />
                        <Button weight="quiet" onClick={() => setLooking(null)}>
                            {say('player.question-view.put-it-away')}
                        </Button>
                    </Disclosure>
                )}
                {place.led === 'closed' && (
                    <p className="mt-4 rounded-md border-l-4 border-edge bg-tint px-4 py-3 text-lg" role="status">
                        {place.verdictShown ? say('player.board.look-at-the-board') : say('player.board.answers-are-closed')}
                        {unsent !== '' && (
                            <span className="mt-1 block text-base text-soft">{say('player.board.not-sent', { answer: unsent })}</span>
                        )}
                        {!place.verdictShown && place.verdict?.response != null && (
                            <span className="mt-1 block text-base text-soft">
                                {say('player.question-view.your-answer')} {inWords(place.question, place.verdict.response)}
                            </span>
                        )}
                    </p>
                )}
                {!below && place.led !== 'closed' && (
                    <>
                        {place.verdict !== null && place.verdict.result !== 'right' && (!handsIn || place.led !== null) && (
                            <div className="mt-4 rounded-md border-l-4 border-yet bg-yet-tint px-4 pt-3" role="status">
                                {place.waits ? (
                                    <p className="mb-3">{say('player.question-view.your-answer-has-arrived-your')}</p>
                                ) : (
                                    <VerdictText verdict={place.verdict} />
                                )}
                            </div>
                        )}
                        <div className="mt-3 flex flex-1 flex-col">
                            <AnswerForm
                                place={place}
                                draft={draft}
                                filesTo={round === null ? null : `/student/rounds/${round}/files`}
                                disabled={busy}
                                onSubmit={(response) => {
                                    keepDraft(draft, null);
                                    send({ kind: 'answered', data: { question, response } });
                                }}
                            >
                                {(ready) => (
                                    <div className="sticky bottom-0 -mx-4 mt-6 border-t border-line bg-paper px-4 pt-3 pb-[max(0.75rem,env(safe-area-inset-bottom))]">
                                        {looking === 'help' && place.moreHelp && (
                                            <Button className="mb-2" disabled={busy} onClick={askForHelp}>
                                                {say('player.question-view.another-step')}
                                            </Button>
                                        )}
                                        {ways.length > 0 && (
                                            <div className="mb-2 flex flex-wrap gap-x-3">
                                                {ways.map((way) => (
                                                    <Button key={way.words} weight="quiet" disabled={busy} onClick={way.go}>
                                                        {way.words}
                                                    </Button>
                                                ))}
                                            </div>
                                        )}
                                        <div className="flex flex-wrap gap-3">
                                            {place.led === null && (
                                                <Button
                                                    large
                                                    disabled={busy || (!place.moreHelp && place.seen.length === 0)}
                                                    aria-expanded={place.seen.length === 0 ? undefined : looking === 'help'}
                                                    onClick={() =>
                                                        place.seen.length === 0
                                                            ? askForHelp()
                                                            : setLooking(looking === 'help' ? null : 'help')
                                                    }
                                                >
                                                    <LifeBuoy size={20} aria-hidden="true" /> {say('player.question-view.help')}
                                                </Button>
                                            )}
                                            <Button type="submit" weight="main" large className="flex-1" disabled={!ready || busy}>
                                                {busy
                                                    ? say('player.question-view.sending')
                                                    : place.waits
                                                      ? say('player.board.change-my-answer')
                                                      : handsIn
                                                        ? say('player.question-view.keep-this-answer')
                                                        : (submitWords[place.question.kind] ?? say('player.question-view.check'))}
                                            </Button>
                                        </div>
                                    </div>
                                )}
                            </AnswerForm>
                        </div>
                    </>
                )}
            </div>
            {place.judging !== null && (
                <Bar>
                    <Button
                        large
                        className="flex-1"
                        disabled={busy}
                        onClick={() => send({ kind: 'judged-own', data: { question, yes: false } })}
                    >
                        {say('player.question-view.not-yet')}
                    </Button>
                    <Button
                        weight="main"
                        large
                        className="flex-1"
                        disabled={busy}
                        onClick={() => send({ kind: 'judged-own', data: { question, yes: true } })}
                    >
                        {say('player.question-view.yes')}
                    </Button>
                </Bar>
            )}
            {(place.verdictShown || place.rung !== null) && place.judging === null && place.led === null && (
                <Bar>
                    {place.rung !== null && place.moreHelp && (
                        <Button large disabled={busy} onClick={askForHelp}>
                            {say('player.question-view.another-step')}
                        </Button>
                    )}
                    <Button weight="main" large className="flex-1" disabled={busy} onClick={goOn}>
                        {place.rung !== null && place.series === null
                            ? say('player.question-view.try-it-again')
                            : say('player.question-view.go-on')}
                    </Button>
                </Bar>
            )}
        </>
    );
}

/** The way down: one rung under the other, the one just come to open, those above it folded. */
function Rungs({
    seen,
    current,
    onWatched,
}: {
    seen: QuestionPlace['seen'];
    current: QuestionPlace['rung'];
    onWatched: (video: string, stretch: Stretch) => void;
}) {
    const rungs = current === null || seen.some((rung) => rung.id === current.id) ? seen : [...seen, current];
    return (
        <ol>
            {rungs.map((rung, index) => {
                const isOpen = current === null ? index === rungs.length - 1 : rung.id === current.id;
                const content = <RungContent rung={rung} onWatched={onWatched} />;
                return (
                    <li key={rung.id} className="border-t-4 border-rail px-4 py-3 last:border-b-4">
                        {isOpen ? (
                            <>
                                <p className="mb-1 text-sm text-soft">{rungWords[rung.kind]}</p>
                                {content}
                            </>
                        ) : (
                            <details>
                                <summary className="min-h-9 text-soft">{rungWords[rung.kind]}</summary>
                                {content}
                            </details>
                        )}
                    </li>
                );
            })}
        </ol>
    );
}

const submitWords: Partial<Record<QuestionPlace['question']['kind'], string>> = {
    poll: say('player.question-view.send'),
    written: say('player.question-view.done'),
    'hand-in': say('player.question-view.hand-it-in'),
};

/** What kind of place this is, above the question: a drill, a staircase, a simpler question, the tries and the time left. */
function Signs({ place, onOver }: { place: QuestionPlace; onOver: () => void }) {
    const { series } = place;
    const words: ReactNode[] = [];
    if (series?.kind === 'drill') {
        words.push(say('player.question-view.drill', { title: series.title, right: series.right, need: series.need }));
    }
    if (series?.kind === 'staircase') {
        words.push(say('player.question-view.staircase', { title: series.title, level: series.level, levels: series.levels }));
    }
    if (place.simpler) {
        words.push(say('player.question-view.a-simpler-question-first'));
    }
    if (place.triesLeft !== null && !place.verdictShown) {
        words.push(
            place.triesLeft === 1
                ? say('player.question-view.one-try-left')
                : say('player.question-view.tries-left', { triesLeft: place.triesLeft }),
        );
    }
    if (place.called) {
        words.push(say('player.question-view.your-teacher-is-called'));
    }
    if (words.length === 0 && place.ends === null) {
        return null;
    }
    return (
        <div className="mb-2 flex flex-wrap items-center gap-x-4 text-sm text-soft">
            {words.length > 0 && <p>{words.join(' · ')}</p>}
            <TimeLeft ends={place.ends} words={say('player.question-view.for-this-question')} onOver={onOver} />
        </div>
    );
}
