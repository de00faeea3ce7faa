import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { Question, QuizDocument, Workings } from '../../api/types';
import { Formula } from '../../player/Formula';
import { asAlike, asDrill, asStaircase, type Member, questionLike, withExample } from '../../quiz/workings';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';

type Size = 'smaller' | 'same' | 'larger';

const sizes: Size[] = ['smaller', 'same', 'larger'];

const counts = [2, 3, 4, 6, 8, 12, 20, 30];

interface Props {
    document: QuizDocument;
    question: Question;
    workings: Workings;
    /** As it was typed; empty where it stands in the question. */
    expression: string;
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
}

/** Others like the question, with other numbers: taken as alike questions, as a drill or as levels of a staircase. */
export function WorkingsFamily({ document, question, workings, expression, change, select }: Props) {
    const [open, setOpen] = useState(false);
    const [count, setCount] = useState(4);
    const [size, setSize] = useState<Size>('same');
    const [draw, setDraw] = useState(1);
    const [busy, setBusy] = useState(false);
    const [problem, setProblem] = useState<unknown>(null);
    const drawn = async (of: Size, most: number): Promise<Member[]> => {
        const body = {
            prompt: question.prompt,
            language: document.language,
            expression,
            count: most,
            size: of,
            seed: `${question.id}/${draw}`,
        };
        return (await take(client.POST('/workings/family', { body }))).members;
    };
    const family = useQuery({
        queryKey: ['family', question.id, question.prompt, document.language, expression, count, size, draw],
        queryFn: () => drawn(size, count),
        enabled: open,
        placeholderData: (before) => before,
        staleTime: Number.POSITIVE_INFINITY,
        retry: false,
    });
    const members = family.data ?? [];
    const like = (some: Member[]) => some.map((member) => questionLike(question, workings, member));
    /** Something that needs other draws than the one that is seen. */
    const then = async (act: () => Promise<void>) => {
        setBusy(true);
        setProblem(null);
        try {
            await act();
        } catch (error) {
            setProblem(error);
        } finally {
            setBusy(false);
        }
    };
    const put = ({ document: next, stop }: { document: QuizDocument; stop: string }) => {
        change(next);
        select(stop);
    };
    const toStaircase = () =>
        then(async () => {
            const levels = [];
            for (const of of sizes) {
                levels.push(like(of === size ? members : await drawn(of, count)));
            }
            put(asStaircase(document, question, levels));
        });
    const toLadder = () =>
        then(async () => {
            const [member] = await drawn('same', 1);
            if (member !== undefined) {
                change(withExample(document, question, member));
            }
        });
    return (
        <div className="grid gap-2 border-t border-line pt-2">
            <p className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
                <button
                    type="button"
                    className="text-accent underline underline-offset-2"
                    aria-expanded={open}
                    onClick={() => setOpen(!open)}
                >
                    {say('build.workings.others-like-it')}
                </button>
                <button type="button" className="text-accent underline underline-offset-2" disabled={busy} onClick={toLadder}>
                    {say('build.workings.example-on-the-ladder')}
                </button>
            </p>
            {problem !== null && <Notice>{sentence(problem)}</Notice>}
            {open && (
                <>
                    <div className="flex flex-wrap items-end gap-2">
                        <Select
                            label={say('build.workings.how-many')}
                            value={count}
                            onChange={(event) => setCount(Number(event.currentTarget.value))}
                        >
                            {counts.map((one) => (
                                <option key={one} value={one}>
                                    {one}
                                </option>
                            ))}
                        </Select>
                        <Select
                            label={say('build.workings.numbers')}
                            value={size}
                            onChange={(event) => setSize(event.currentTarget.value as Size)}
                        >
                            {sizes.map((one) => (
                                <option key={one} value={one}>
                                    {say(`build.workings.size.${one}`)}
                                </option>
                            ))}
                        </Select>
                        <Button weight="quiet" onClick={() => setDraw(draw + 1)}>
                            {say('build.workings.draw-again')}
                        </Button>
                    </div>
                    {family.error !== null && <Notice>{sentence(family.error)}</Notice>}
                    {family.data !== undefined && members.length < count && (
                        <p className="text-sm text-soft">{say('build.workings.so-many-found', { count: members.length })}</p>
                    )}
                    <ul className="grid gap-1 text-sm">
                        {members.map((member) => (
                            <li key={member.workings.expression} className="flex flex-wrap items-baseline gap-x-3">
                                <Formula tex={member.workings.tex} alternative={member.workings.expression} inline />
                                <span className="text-soft">{say('build.workings.answer', { answer: member.workings.key.typed })}</span>
                                <span className="text-soft">
                                    {say('build.workings.difficulty', { difficulty: harder(member.workings, workings) })}
                                </span>
                            </li>
                        ))}
                    </ul>
                    {members.length > 0 && (
                        <div className="flex flex-wrap gap-2">
                            <Button onClick={() => change(asAlike(document, question, like(members)))}>
                                {say('build.workings.as-alike')}
                            </Button>
                            <Button onClick={() => put(asDrill(document, question, like(members)))}>
                                {say('build.workings.as-drill')}
                            </Button>
                            <Button disabled={busy} onClick={toStaircase}>
                                {say('build.workings.as-staircase')}
                            </Button>
                        </div>
                    )}
                </>
            )}
        </div>
    );
}

/** How much there is to write for one, beside the other: a quarter more or less is told. */
function harder(one: Workings, other: Workings): 'easier' | 'same' | 'harder' {
    const ratio = one.difficulty / Math.max(1, other.difficulty);
    return ratio < 0.8 ? 'easier' : ratio > 1.25 ? 'harder' : 'same';
}
