import type { DrillStop, Question, QuizDocument, Rung, StaircaseStop } from '../../api/types';
import { newLevel, newQuestion, newRung, promptText, putStop } from '../../quiz/document';
import { Button } from '../../ui/Button';
import { Field, Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { AddRung, Rungs } from './Rungs';

interface Props<S> {
    document: QuizDocument;
    stop: S;
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
}

function Count({ label, value, most, onChange }: { label: string; value: number; most: number; onChange: (count: number) => void }) {
    return (
        <ParsedField
            label={label}
            value={value}
            read={(text) => (/^\d{1,3}$/.test(text.trim()) && Number(text) >= 1 && Number(text) <= most ? Number(text) : null)}
            write={String}
            wrong={`From 1 to ${most}.`}
            inputMode="numeric"
            onChange={onChange}
        />
    );
}

function Questions({ questions, select, add, of }: { questions: Question[]; select: (id: string) => void; add: () => void; of: string }) {
    return (
        <div className="grid gap-1">
            <ol className="grid gap-1">
                {questions.map((question, index) => (
                    <li key={question.id}>
                        <Button
                            weight="quiet"
                            className="max-w-full justify-start px-0 text-left whitespace-normal"
                            onClick={() => select(question.id)}
                        >
                            {index + 1}. {promptText(question) || 'Empty question'}
                        </Button>
                    </li>
                ))}
            </ol>
            <Button className="justify-self-start" onClick={add}>
                Add a question to {of}
            </Button>
        </div>
    );
}

/** A drill: alike questions, how many are dealt, how many must be right. */
export function DrillEditor({ document, stop, change, select }: Props<DrillStop>) {
    const put = (changes: Partial<DrillStop>) => change(putStop(document, { ...stop, ...changes }));
    return (
        <div className="grid gap-4">
            <Field label="Title" value={stop.title} maxLength={500} onChange={(event) => put({ title: event.currentTarget.value })} />
            <div className="grid grid-cols-3 gap-3">
                <Count
                    label="Deal"
                    value={stop.deal}
                    most={200}
                    onChange={(deal) => put({ deal, need: stop.ends === 'deal' ? Math.min(stop.need, deal) : stop.need })}
                />
                <Count
                    label="Need right"
                    value={stop.need}
                    most={stop.ends === 'deal' ? stop.deal : 200}
                    onChange={(need) => put({ need })}
                />
                <Count label="Points" value={stop.points} most={1000} onChange={(points) => put({ points })} />
            </div>
            <Select
                label="It ends"
                value={stop.ends}
                onChange={(event) =>
                    put({
                        ends: event.currentTarget.value as DrillStop['ends'],
                        need: event.currentTarget.value === 'deal' ? Math.min(stop.need, stop.deal) : stop.need,
                    })
                }
            >
                <option value="need">when enough are right</option>
                <option value="none-missed">when enough are right and none missed is left</option>
                <option value="deal">after the deal, with “not yet” if too few are right</option>
            </Select>
            <Select
                label="Points are given"
                value={stop.credit ?? 'share'}
                onChange={(event) => put({ credit: event.currentTarget.value as NonNullable<DrillStop['credit']> })}
            >
                <option value="share">for each right answer</option>
                <option value="all">all when enough are right, or none</option>
            </Select>
            <fieldset>
                <legend className="mb-1 text-sm font-semibold">Questions, alike in difficulty and length</legend>
                <Questions
                    questions={stop.questions}
                    select={select}
                    of="the drill"
                    add={() => {
                        const question = newQuestion(stop.questions[0]?.kind ?? 'short-text');
                        change(putStop(document, { ...stop, questions: [...stop.questions, question] }));
                        select(question.id);
                    }}
                />
            </fieldset>
        </div>
    );
}

/** A staircase: levels from the easiest up, and its own ladder for slips at the easiest. */
export function StaircaseEditor({ document, stop, change, select }: Props<StaircaseStop>) {
    const put = (changes: Partial<StaircaseStop>) => change(putStop(document, { ...stop, ...changes }));
    return (
        <div className="grid gap-4">
            <Field label="Title" value={stop.title} maxLength={500} onChange={(event) => put({ title: event.currentTarget.value })} />
            <div className="grid grid-cols-2 gap-3">
                <Count label="Ends after so many questions" value={stop.longest} most={100} onChange={(longest) => put({ longest })} />
                <Count label="Points" value={stop.points} most={1000} onChange={(points) => put({ points })} />
            </div>
            {stop.levels.map((level, index) => (
                <fieldset key={level.id}>
                    <legend className="mb-1 text-sm font-semibold">
                        Level {index + 1}
                        {index === 0 && ', the easiest'}
                        {index === stop.levels.length - 1 && ', the hardest'}
                    </legend>
                    <Questions
                        questions={level.questions}
                        select={select}
                        of={`level ${index + 1}`}
                        add={() => {
                            const question = newQuestion('short-text');
                            put({
                                levels: stop.levels.map((other) =>
                                    other.id === level.id ? { ...other, questions: [...other.questions, question] } : other,
                                ),
                            });
                            select(question.id);
                        }}
                    />
                </fieldset>
            ))}
            <Button
                className="justify-self-start"
                disabled={stop.levels.length >= 12}
                onClick={() => put({ levels: [...stop.levels, newLevel()] })}
            >
                Add a harder level
            </Button>
            <fieldset className="grid gap-2">
                <legend className="mb-1 text-sm font-semibold">Ladder, after a slip at the easiest level</legend>
                <Rungs rungs={stop.ladder} select={select} />
                <AddRung
                    without={['question']}
                    onAdd={(kind: Rung['kind']) => {
                        const rung = newRung(kind);
                        put({ ladder: [...stop.ladder, rung] });
                        select(rung.id);
                    }}
                />
            </fieldset>
        </div>
    );
}
