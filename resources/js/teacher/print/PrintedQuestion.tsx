import type { Entry, Question } from '../../api/types';
import { Rich } from '../../player/Rich';
import { showsOptions } from '../../quiz/kinds';
import { letter } from '../../quiz/names';
import { entriesOf } from '../../quiz/places';
import { isEmpty, nameOf } from '../../quiz/text';
import { say } from '../../words/words';
import type { Sheet } from './Paper';

interface Props {
    question: Question;
    number: number;
    sheet: Sheet;
    /** When its video stops for it. */
    time: string | null;
}

/** One question on paper: with room to answer, with its key, or with its hints. */
export function PrintedQuestion({ question, number, sheet, time }: Props) {
    const hints = question.ladder.filter((rung) => rung.kind === 'hint').filter((rung) => !isEmpty(rung.text));
    if (sheet === 'hints' && hints.length === 0) {
        return null;
    }
    return (
        <div className="whole mb-6 grid grid-cols-[2rem_1fr]">
            <p className="font-semibold">{number}</p>
            <div className="min-w-0">
                {time !== null && <p className="text-sm">{say('teacher.print.at', { time })}</p>}
                <Rich text={question.prompt} className="font-semibold" />
                {sheet === 'hints' ? (
                    <ol className="mt-1 list-decimal pl-5">
                        {hints.map((rung) => (
                            <li key={rung.id}>
                                <Rich inline text={rung.text} />
                            </li>
                        ))}
                    </ol>
                ) : (
                    <>
                        <Room question={question} keys={sheet === 'keys'} />
                        {sheet === 'keys' && <Said question={question} />}
                    </>
                )}
            </div>
        </div>
    );
}

/** The alphabet's order: things to arrange do not stand in the right one. */
const byName = <T extends { text: string }>(list: T[]) => [...list].sort((a, b) => nameOf(a.text).localeCompare(nameOf(b.text)));

const line = 'mt-3 h-7 border-b border-ink';

/** Where an answer is written, or what is right there. */
function Room({ question, keys }: { question: Question; keys: boolean }) {
    const filled = question.entries.filter((entry) => !isEmpty(entry.text));
    const items = (question.items ?? []).filter((item) => !isEmpty(item.text));
    if (showsOptions(question.kind)) {
        return (
            <ul className="mt-1 grid gap-1">
                {filled.map((entry, index) => (
                    <li key={entry.id} className="flex gap-2">
                        <Box full={keys && entry.right} />
                        <span>{letter(index)}</span>
                        <Rich inline text={entry.text} />
                    </li>
                ))}
            </ul>
        );
    }
    switch (question.kind) {
        case 'order':
            return (
                <ul className="mt-1 grid gap-1">
                    {byName(items).map((item) => (
                        <li key={item.id} className="flex gap-2">
                            <Box words={keys ? `${items.indexOf(item) + 1}` : ''} />
                            <Rich inline text={item.text} />
                        </li>
                    ))}
                </ul>
            );
        case 'match': {
            const right = byName(items);
            return (
                <div className="mt-1 grid grid-cols-2 gap-x-8">
                    <ul className="grid content-start gap-1">
                        {(question.pairs ?? []).map((pair) => (
                            <li key={pair.id} className="flex gap-2">
                                <Box words={keys ? letter(right.findIndex(({ id }) => id === pair.item)) : ''} />
                                <Rich inline text={pair.text} />
                            </li>
                        ))}
                    </ul>
                    <ul className="grid content-start gap-1">
                        {right.map((item, index) => (
                            <li key={item.id} className="flex gap-2">
                                <span>{letter(index)}</span>
                                <Rich inline text={item.text} />
                            </li>
                        ))}
                    </ul>
                </div>
            );
        }
        case 'gaps':
            return (
                <Rich
                    className="mt-2 leading-loose"
                    text={question.sentence ?? ''}
                    gap={(id) => {
                        const gap = question.gaps?.find((one) => one.id === id);
                        const right = gap?.entries.find((entry) => entry.right)?.key ?? '';
                        return <span className="inline-block min-w-28 border-b border-ink text-center">{keys ? right : ' '}</span>;
                    }}
                />
            );
        case 'written':
        case 'hand-in':
            return keys ? (
                question.model != null && !isEmpty(question.model) ? (
                    <Rich className="mt-1" text={question.model} />
                ) : null
            ) : (
                <div aria-hidden="true">
                    {Array.from({ length: question.kind === 'written' ? 6 : 10 }, (_, index) => (
                        <div key={index} className={line} />
                    ))}
                </div>
            );
        default:
            return keys ? (
                <p className="mt-1">
                    {question.entries
                        .filter((entry) => entry.right)
                        .map((entry) => entry.key ?? '')
                        .join(' · ')}
                </p>
            ) : (
                <div aria-hidden="true" className={`${line} w-64`} />
            );
    }
}

function Box({ full = false, words = '' }: { full?: boolean; words?: string }) {
    return (
        // A cross, and no colour: browsers print no backgrounds unless they are told to.
        <span className="mt-0.5 inline-grid size-5 shrink-0 place-items-center border border-ink text-sm leading-none">
            {full ? (
                <>
                    <span aria-hidden="true">✕</span>
                    <span className="sr-only">{say('player.right')}</span>
                </>
            ) : (
                words
            )}
        </span>
    );
}

/** What is said after an answer. */
function Said({ question }: { question: Question }) {
    const items = question.items ?? [];
    const name = (entry: Entry) => {
        if (showsOptions(question.kind)) {
            return letter(question.entries.filter(({ text }) => !isEmpty(text)).indexOf(entry));
        }
        const order = (entry.order ?? []).map((id) => items.findIndex((item) => item.id === id) + 1).join(' ');
        const matches = Object.entries(entry.pairs ?? {}).map(
            ([pair, item]) =>
                `${nameOf(question.pairs?.find((one) => one.id === pair)?.text ?? '')} → ${nameOf(items.find((one) => one.id === item)?.text ?? '')}`,
        );
        return order || matches.join(', ') || (entry.key ?? '');
    };
    const entries = entriesOf(question).filter((entry) => !isEmpty(entry.feedback));
    const told = [
        ['', question.explanation ?? ''],
        [say('player.right'), question.feedback.right],
        [say('player.not-yet'), question.feedback.notRight],
    ] as const;
    return (
        <div className="mt-2 border-l-2 border-ink pl-3 text-sm">
            {told.map(([who, text]) =>
                isEmpty(text) ? null : (
                    <div key={who} className="flex gap-2">
                        {who !== '' && <b>{who}:</b>}
                        <Rich text={text} />
                    </div>
                ),
            )}
            {entries.map((entry) => (
                <div key={entry.id} className="flex gap-2">
                    <b>{name(entry)}:</b>
                    <Rich text={entry.feedback} />
                </div>
            ))}
        </div>
    );
}
