import { ArrowDown, ArrowUp, X } from 'lucide-react';
import type { DrillStop, Question, QuizDocument, StaircaseStop } from '../../api/types';
import { moved, putStop } from '../../quiz/document';
import { newLevel, newQuestion } from '../../quiz/making';
import { promptText } from '../../quiz/names';
import { Button } from '../../ui/Button';
import { Field, Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { say } from '../../words/words';
import { icon } from './ItemFields';
import { LadderPart } from './LadderPart';

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
            wrong={say('build.series-editor.from-1-to', { most })}
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
                            {index + 1}. {promptText(question) || say('build.series-editor.empty-question')}
                        </Button>
                    </li>
                ))}
            </ol>
            <Button className="justify-self-start" onClick={add}>
                {say('build.series-editor.add-a-question-to', { of })}
            </Button>
        </div>
    );
}

function TitleField({ title, onChange }: { title: string; onChange: (title: string) => void }) {
    const label = say('build.series-editor.title');
    return <Field label={label} value={title} maxLength={500} onChange={(event) => onChange(event.currentTarget.value)} />;
}

/** A drill: alike questions, how many are dealt, how many must be right. */
export function DrillEditor({ document, stop, change, select }: Props<DrillStop>) {
    const put = (changes: Partial<DrillStop>) => change(putStop(document, { ...stop, ...changes }));
    return (
        <div className="grid gap-4">
            <TitleField title={stop.title} onChange={(title) => put({ title })} />
            <div className="grid grid-cols-3 gap-3">
                <Count
                    label={say('build.series-editor.deal')}
                    value={stop.deal}
                    most={200}
                    onChange={(deal) => put({ deal, need: stop.ends === 'deal' ? Math.min(stop.need, deal) : stop.need })}
                />
                <Count
                    label={say('build.series-editor.need-right')}
                    value={stop.need}
                    most={stop.ends === 'deal' ? stop.deal : 200}
                    onChange={(need) => put({ need })}
                />
                <Count label={say('build.series-editor.points')} value={stop.points} most={1000} onChange={(points) => put({ points })} />
            </div>
            <Select
                label={say('build.series-editor.it-ends')}
                value={stop.ends}
                onChange={(event) =>
                    put({
                        ends: event.currentTarget.value as DrillStop['ends'],
                        need: event.currentTarget.value === 'deal' ? Math.min(stop.need, stop.deal) : stop.need,
                    })
                }
            >
                <option value="need">{say('build.series-editor.when-enough-are-right')}</option>
                <option value="none-missed">{say('build.series-editor.when-enough-are-right-and')}</option>
                <option value="deal">{say('build.series-editor.after-the-deal-with-not')}</option>
            </Select>
            <Select
                label={say('build.series-editor.points-are-given')}
                value={stop.credit ?? 'share'}
                onChange={(event) => put({ credit: event.currentTarget.value as NonNullable<DrillStop['credit']> })}
            >
                <option value="share">{say('build.series-editor.for-each-right-answer')}</option>
                <option value="all">{say('build.series-editor.all-when-enough-are-right')}</option>
            </Select>
            <fieldset>
                <legend className="mb-1 text-sm font-semibold">{say('build.series-editor.questions-alike-in-difficulty-and')}</legend>
                <Questions
                    questions={stop.questions}
                    select={select}
                    of={say('build.series-editor.the-drill')}
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
            <TitleField title={stop.title} onChange={(title) => put({ title })} />
            <div className="grid grid-cols-2 gap-3">
                <Count
                    label={say('build.series-editor.ends-after-so-many-questions')}
                    value={stop.longest}
                    most={100}
                    onChange={(longest) => put({ longest })}
                />
                <Count label={say('build.series-editor.points')} value={stop.points} most={1000} onChange={(points) => put({ points })} />
            </div>
            {stop.levels.map((level, index) => (
                <fieldset key={level.id}>
                    <legend className="mb-1 flex w-full items-center text-sm font-semibold">
                        <span className="mr-auto">
                            {say('build.series-editor.level', {
                                number: index + 1,
                                easiest: index === 0 ? 'yes' : 'no',
                                hardest: index === stop.levels.length - 1 ? 'yes' : 'no',
                            })}
                        </span>
                        <button
                            type="button"
                            className={icon}
                            disabled={index === 0}
                            aria-label={say('build.series-editor.make-easier', { number: index + 1 })}
                            onClick={() => put({ levels: moved(stop.levels, index, index - 1) })}
                        >
                            <ArrowUp size={16} />
                        </button>
                        <button
                            type="button"
                            className={icon}
                            disabled={index === stop.levels.length - 1}
                            aria-label={say('build.series-editor.make-harder', { number: index + 1 })}
                            onClick={() => put({ levels: moved(stop.levels, index, index + 1) })}
                        >
                            <ArrowDown size={16} />
                        </button>
                        <button
                            type="button"
                            className={icon}
                            disabled={stop.levels.length === 1}
                            aria-label={say('build.series-editor.take-level-out', { number: index + 1 })}
                            onClick={() => put({ levels: stop.levels.filter((other) => other.id !== level.id) })}
                        >
                            <X size={16} />
                        </button>
                    </legend>
                    <Questions
                        questions={level.questions}
                        select={select}
                        of={say('build.series-editor.the-level', { number: index + 1 })}
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
                {say('build.series-editor.add-a-harder-level')}
            </Button>
            <fieldset className="grid gap-2">
                <legend className="mb-1 text-sm font-semibold">{say('build.series-editor.ladder-after-a-slip-at')}</legend>
                <LadderPart
                    owner={stop.id}
                    rungs={stop.ladder}
                    onChange={(ladder) => put({ ladder })}
                    select={select}
                    without={['question']}
                />
            </fieldset>
        </div>
    );
}
