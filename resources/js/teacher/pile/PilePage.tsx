import { useEffect, useRef } from 'react';
import { Link, useSearchParams } from 'react-router';
import { sentence } from '../../api/client';
import type { Pile } from '../../api/types';
import { MediaKnown } from '../../player/media';
import { Rich } from '../../player/Rich';
import { isEmpty, plainOf } from '../../quiz/text';
import { Button } from '../../ui/Button';
import { useCovers } from '../../ui/covers';
import { Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { exact, near } from '../../ui/time';
import { say } from '../../words/words';
import { Page } from '../Navigation';
import { AnswerCard } from './AnswerCard';
import { type Laid, usePile } from './usePile';

type Question = Pile['questions'][number];

/** Everything that waits to be read, over all tasks or of one: by question, or student by student. */
export function PilePage() {
    const [search, setSearch] = useSearchParams();
    const task = search.get('task');
    const by = search.get('by') === 'student' ? 'student' : 'question';
    const { pile, error, list, questions, media, why, say: word, takeBack } = usePile(task);
    const covers = useCovers();
    const named = covers.seen.names;
    const place = useRef<HTMLDivElement>(null);
    const change = (name: string, value: string | null) =>
        setSearch((before) => {
            const next = new URLSearchParams(before);
            value === null ? next.delete(name) : next.set(name, value);
            return next;
        });
    useKeys(place);
    if (pile === undefined) {
        return (
            <Page title={say('teacher.pile.to-read')}>{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</Page>
        );
    }
    const number = new Map([...new Set(list.map((laid) => laid.answer.student.id))].map((id, index) => [id, index + 1]));
    const nameOf = ({ answer }: Laid) =>
        named ? answer.student.name : say('teacher.evidence.student', { student: number.get(answer.student.id) ?? 0 });
    // What was just said is there at once.
    const phrases = [...new Set([...list.flatMap((laid) => laid.done?.comment ?? []), ...pile.phrases])];
    const waiting = list.filter((laid) => laid.done === null && !laid.gone).length;
    const groups = inGroups(list, by, nameOf);
    let position = 0;
    return (
        <Page title={say('teacher.pile.to-read')} action={<ScreenCovers covers={covers} of={['names']} />}>
            <div className="mb-4 flex flex-wrap items-end gap-4">
                <div className="w-80 max-w-full">
                    <Select
                        label={say('teacher.pile.of')}
                        value={task ?? ''}
                        onChange={(event) => change('task', event.currentTarget.value || null)}
                    >
                        <option value="">{say('teacher.pile.all-tasks')}</option>
                        {pile.tasks.map((one) => (
                            <option key={one.task} value={one.task}>
                                {say('teacher.pile.task', { title: one.title, class: one.class ?? 'none', n: one.waiting })}
                            </option>
                        ))}
                        {task !== null && !pile.tasks.some((one) => one.task === task) && (
                            <option value={task}>{say('teacher.pile.this-task')}</option>
                        )}
                    </Select>
                </div>
                <Select
                    label={say('teacher.pile.in-order')}
                    value={by}
                    onChange={(event) => change('by', event.currentTarget.value === 'student' ? 'student' : null)}
                >
                    <option value="question">{say('teacher.pile.by-question')}</option>
                    <option value="student">{say('teacher.pile.by-student')}</option>
                </Select>
                <p className="ml-auto text-lg tabular-nums" role="status">
                    {say('teacher.pile.waiting', { n: waiting })}
                </p>
            </div>
            {waiting > 0 && <p className="mb-4 text-sm text-soft">{say('teacher.pile.keys')}</p>}
            {why !== null && <Notice>{why}</Notice>}
            {list.length === 0 && <p className="text-lg">{say('teacher.pile.nothing-waits')}</p>}
            <MediaKnown value={media}>
                <div ref={place} className="grid grid-cols-[minmax(0,1fr)] gap-8">
                    {groups.map(({ key, title, cards }) => (
                        <section key={key} className="grid grid-cols-[minmax(0,1fr)] gap-2" aria-label={title}>
                            {by === 'question' ? (
                                <Asked question={questions.get(key)} fallback={title} />
                            ) : (
                                <h2 className="text-xl">{title}</h2>
                            )}
                            {cards.map((all) => {
                                const [first] = all;
                                const question = questions.get(`${first.answer.task} ${first.answer.question}`) ?? unknown(first);
                                return (
                                    <div key={first.key} className="grid grid-cols-[minmax(0,1fr)] gap-1">
                                        {by === 'student' && <p className="truncate text-sm text-soft">{plainOf(question.prompt)}</p>}
                                        <AnswerCard
                                            all={all}
                                            question={question}
                                            nameOf={nameOf}
                                            phrases={phrases}
                                            position={position++}
                                            onSay={(laid, what) => void word(laid, what)}
                                            onTakeBack={(laid) => void takeBack(laid.map(({ answer }) => answer))}
                                        />
                                    </div>
                                );
                            })}
                        </section>
                    ))}
                </div>
            </MediaKnown>
            {pile.read.length > 0 && (
                <details className="mt-10">
                    <summary className="text-lg font-semibold">{say('teacher.pile.read-last')}</summary>
                    <ul className="mt-2 grid gap-1 text-sm">
                        {pile.read.map((one) => (
                            <li
                                key={`${one.round} ${one.question}`}
                                className="flex flex-wrap items-baseline gap-x-3 border-l-4 border-line pl-3"
                            >
                                <span className="font-semibold">{named ? one.student : say('teacher.pile.somebody')}</span>
                                <span className="max-w-xs truncate text-soft">{one.about}</span>
                                <span>
                                    {one.share === null
                                        ? say('teacher.pile.taken-back')
                                        : one.sentBack
                                          ? say('teacher.pile.sent-back')
                                          : say('teacher.pile.share', { percent: Math.round(100 * one.share) })}
                                </span>
                                {one.comment !== '' && <q className="max-w-md truncate text-soft">{one.comment}</q>}
                                <span className="text-soft" title={exact(new Date(one.at).toISOString())}>
                                    {say('teacher.pile.by-whom', { who: one.by ?? 'none', when: near(new Date(one.at).toISOString()) })}
                                </span>
                                {one.mayTakeBack && (
                                    <Button weight="quiet" onClick={() => void takeBack([one])}>
                                        {say('teacher.pile.take-back')}
                                    </Button>
                                )}
                            </li>
                        ))}
                    </ul>
                </details>
            )}
            <p className="mt-8">
                <Link className="underline" to="/today">
                    {say('teacher.pile.to-today')}
                </Link>
            </p>
        </Page>
    );
}

/** What was asked, with the model to read against. */
function Asked({ question, fallback }: { question: Question | undefined; fallback: string }) {
    if (question === undefined) {
        return <h2 className="text-lg">{fallback}</h2>;
    }
    return (
        <header className="sticky top-0 z-10 border-b border-line bg-paper py-2">
            <p className="text-sm text-soft">{say('teacher.pile.task-of', { title: question.title, class: question.class ?? 'none' })}</p>
            <h2 className="font-sans text-lg font-semibold" lang={question.language}>
                <Rich text={question.prompt} inline className="line-clamp-3" />
            </h2>
            {!isEmpty(question.model) && (
                <details>
                    <summary className="text-sm font-semibold">{say('teacher.pile.model')}</summary>
                    <Rich text={question.model} />
                </details>
            )}
        </header>
    );
}

interface Group {
    key: string;
    title: string;
    cards: [Laid, ...Laid[]][];
}

/** By question those that say the same stand together; student by student each stands by itself. */
function inGroups(list: Laid[], by: 'question' | 'student', nameOf: (laid: Laid) => string): Group[] {
    const groups = new Map<string, Group>();
    for (const laid of list) {
        const { answer } = laid;
        const key = by === 'question' ? `${answer.task} ${answer.question}` : answer.student.id;
        const group = groups.get(key) ?? { key, title: by === 'question' ? say('teacher.pile.a-question') : nameOf(laid), cards: [] };
        groups.set(key, group);
        const same =
            by === 'question' && answer.alike !== null
                ? group.cards.find(([first]) => first.answer.alike === answer.alike && stands(first) === stands(laid))
                : undefined;
        same === undefined ? group.cards.push([laid]) : same.push(laid);
    }
    const sorted = [...groups.values()];
    return by === 'student' ? sorted.sort((a, b) => a.title.localeCompare(b.title)) : sorted;
}

/** What was done with one of them is done with those that it was done with. */
function stands(laid: Laid): string {
    return laid.gone ? 'gone' : laid.done === null ? 'waits' : JSON.stringify(laid.done);
}

function unknown({ answer }: Laid): Question {
    return { task: answer.task, title: '', class: null, question: answer.question, prompt: '', model: '', points: 0, language: 'en' };
}

/** Up and down from answer to answer, and what is said to the one that one is at, by one key each. */
function useKeys(place: React.RefObject<HTMLDivElement | null>): void {
    useEffect(() => {
        const press = (event: KeyboardEvent) => {
            const target = event.target instanceof HTMLElement ? event.target : null;
            if (event.key === 'Escape' && target instanceof HTMLTextAreaElement) {
                // Out of the comment, to where a digit gives points.
                target.closest<HTMLElement>('[data-answer]')?.focus();
                return;
            }
            if (target?.closest('input, textarea, select, audio') || event.ctrlKey || event.altKey || event.metaKey) {
                return;
            }
            const all = [...(place.current?.querySelectorAll<HTMLElement>('[data-answer]') ?? [])];
            const here = all.findIndex((one) => one.contains(window.document.activeElement));
            const at = all[here];
            const key = event.key.toLowerCase();
            if (key === 'j' || key === 'k') {
                const next = key === 'j' ? all.slice(here + 1).find(waits) : all.slice(0, Math.max(here, 0)).findLast(waits);
                next?.focus();
                next?.scrollIntoView({ block: 'center' });
                event.preventDefault();
            } else if (key === 'c' && at !== undefined) {
                at.querySelector('textarea')?.focus();
                event.preventDefault();
            } else {
                const button = at?.querySelector<HTMLButtonElement>(`button[data-key="${CSS.escape(key)}"]`);
                if (button != null && !button.disabled) {
                    button.click();
                    event.preventDefault();
                    // On to the next one that waits.
                    all.slice(here + 1)
                        .find(waits)
                        ?.focus();
                }
            }
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, [place]);
}

function waits(card: HTMLElement): boolean {
    return card.querySelector('textarea') !== null;
}
