import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import type { QuizDocument } from '../../api/types';
import { newQuestion } from '../../quiz/making';
import { promptText } from '../../quiz/names';
import { TermsEditor } from '../../quiz/TermsEditor';
import { RichField } from '../../richtext/RichField';
import { Button } from '../../ui/Button';
import { Field, inputClass, Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { PointsField } from '../../ui/PointsField';
import { decimal } from '../../ui/ShareField';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';
import { MasteryFields } from './MasteryFields';
import { ObjectivesFields } from './ObjectivesFields';
import { StandingInstructions } from './StandingInstructions';

interface Props {
    document: QuizDocument;
    change: (document: QuizDocument) => void;
    select: (id: string | null) => void;
    forecast: ReactNode;
}

/** What belongs to the quiz as a whole: title, instructions, its lists, alike questions, mastery and suggested terms. */
export function WholeQuiz({ document, change, select, forecast }: Props) {
    return (
        <div className="grid gap-5">
            <h2 className="text-xl">{say('build.whole-quiz.the-whole-quiz')}</h2>
            <Field
                label={say('build.whole-quiz.title')}
                value={document.title}
                maxLength={200}
                onChange={(event) => change({ ...document, title: event.currentTarget.value })}
            />
            <ForWhom document={document} change={change} />
            <Shelf document={document} change={change} />
            <RichField
                label={say('build.whole-quiz.instructions-to-students')}
                hint={say('build.whole-quiz.they-stand-before-the-first')}
                value={document.instructions}
                onChange={(instructions) => change({ ...document, instructions })}
            />
            <StandingInstructions instructions={document.instructions} />
            {forecast}
            <ObjectivesFields document={document} change={change} />
            <Words
                legend={say('build.whole-quiz.misconceptions-that-wrong-answers-can')}
                add={say('build.whole-quiz.add-a-misconception')}
                list={document.misconceptions ?? []}
                onChange={(misconceptions) => change({ ...document, misconceptions })}
            />
            <Parts document={document} change={change} />
            <div className="w-48">
                <PointsField
                    label={say('build.whole-quiz.points-of-new-questions')}
                    value={document.questionPoints ?? 1}
                    onChange={(questionPoints) => change({ ...document, questionPoints })}
                />
            </div>
            <fieldset className="grid gap-1">
                <legend className="mb-1 text-sm font-semibold">{say('build.whole-quiz.alike-questions')}</legend>
                {(document.pool ?? []).map((question) => (
                    <Button
                        key={question.id}
                        weight="quiet"
                        className="max-w-full justify-start px-0 text-left whitespace-normal"
                        onClick={() => select(question.id)}
                    >
                        {promptText(question) || say('build.whole-quiz.empty-question')}
                    </Button>
                ))}
                <Button
                    className="justify-self-start"
                    onClick={() => {
                        const question = newQuestion('one-choice', document.questionPoints);
                        change({ ...document, pool: [...(document.pool ?? []), question] });
                        select(question.id);
                    }}
                >
                    {say('build.whole-quiz.add-an-alike-question')}
                </Button>
            </fieldset>
            <MasteryFields document={document} change={change} />
            <details className="rounded-md border border-line px-3 py-2">
                <summary className="text-sm font-semibold">{say('build.whole-quiz.suggested-terms-how-this-is')}</summary>
                <div className="mt-3">
                    <TermsEditor terms={document.terms ?? {}} onChange={(terms) => change({ ...document, terms })} />
                </div>
            </details>
        </div>
    );
}

function Words({
    legend,
    add,
    list,
    onChange,
}: {
    legend: string;
    add: string;
    list: { id: string; text: string }[];
    onChange: (list: { id: string; text: string }[]) => void;
}) {
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{legend}</legend>
            {list.map((one, index) => (
                <div key={one.id} className="flex items-center gap-2">
                    <input
                        className={inputClass}
                        aria-label={`${legend}, ${index + 1}`}
                        value={one.text}
                        maxLength={500}
                        onChange={(event) =>
                            onChange(list.map((other) => (other.id === one.id ? { ...other, text: event.currentTarget.value } : other)))
                        }
                    />
                    <button
                        type="button"
                        className="grid size-9 shrink-0 place-items-center rounded-md hover:bg-tint"
                        aria-label={say('build.whole-quiz.remove', { it: one.text || 'it' })}
                        onClick={() => onChange(list.filter((other) => other.id !== one.id))}
                    >
                        <X size={18} />
                    </button>
                </div>
            ))}
            <Button className="justify-self-start" onClick={() => onChange([...list, { id: ulid(), text: '' }])}>
                {add}
            </Button>
        </fieldset>
    );
}

/** Parts, each with what it weighs in the score; without a weight it weighs its points. */
function Parts({ document, change }: Pick<Props, 'document' | 'change'>) {
    const parts = document.parts ?? [];
    return (
        <>
            <Words
                legend={say('build.whole-quiz.parts')}
                add={say('build.whole-quiz.add-a-part')}
                list={parts.map((part) => ({ id: part.id, text: part.title }))}
                onChange={(list) =>
                    change({
                        ...document,
                        parts: list.map(({ id, text }) => ({ ...parts.find((part) => part.id === id), id, title: text })),
                    })
                }
            />
            {parts.length > 1 && (
                <details className="text-sm">
                    <summary className="font-semibold">{say('build.whole-quiz.what-each-part-weighs-in')}</summary>
                    <div className="mt-2 grid grid-cols-2 gap-3">
                        {parts.map((part, index) => (
                            <ParsedField
                                key={part.id}
                                label={part.title || say('build.whole-quiz.part', { number: index + 1 })}
                                value={(part.weight ?? 'points') as number | 'points'}
                                read={(typed) => {
                                    const weight = Number(decimal(typed) ?? Number.NaN);
                                    return typed.trim() === '' ? 'points' : weight <= 1000 ? weight : null;
                                }}
                                write={(weight) => (weight === 'points' ? '' : String(weight))}
                                wrong={say('build.whole-quiz.from-0-to-1000')}
                                placeholder={say('build.whole-quiz.its-points')}
                                inputMode="decimal"
                                onChange={(typed) => {
                                    const weight = typed === 'points' ? null : typed;
                                    change({
                                        ...document,
                                        parts: parts.map((other) => (other.id === part.id ? { ...other, weight } : other)),
                                    });
                                }}
                            />
                        ))}
                    </div>
                </details>
            )}
        </>
    );
}

/** By what a quiz is found again: subject, unit and tags. */
function Shelf({ document, change }: Pick<Props, 'document' | 'change'>) {
    const told = [document.subject ?? '', document.unit ?? '', ...(document.tags ?? [])].filter((words) => words !== '').join(' · ');
    const put = (name: 'subject' | 'unit', words: string) => change({ ...document, [name]: words });
    return (
        <details className="rounded-md border border-line px-3 py-2">
            <summary className="text-sm font-semibold">
                {say('build.whole-quiz.subject-unit-and-tags')}
                {told !== '' && <span className="ml-2 font-normal text-soft">{told}</span>}
            </summary>
            <div className="mt-2 grid grid-cols-2 gap-3">
                <Field
                    label={say('build.whole-quiz.subject')}
                    value={document.subject ?? ''}
                    onChange={(event) => put('subject', event.currentTarget.value)}
                />
                <Field
                    label={say('build.whole-quiz.unit')}
                    value={document.unit ?? ''}
                    onChange={(event) => put('unit', event.currentTarget.value)}
                />
                <div className="col-span-2">
                    <ParsedField
                        label={say('build.whole-quiz.tags-with-commas-between-them')}
                        value={(document.tags ?? []).join(', ')}
                        read={(typed) => {
                            const tags = tagsIn(typed);
                            return tags.length <= 30 && tags.every((tag) => tag.length <= 60) ? tags.join(', ') : null;
                        }}
                        write={(tags) => tags}
                        wrong={say('build.whole-quiz.at-most-30-tags-of')}
                        onChange={(tags) => change({ ...document, tags: tagsIn(tags) })}
                    />
                </div>
            </div>
        </details>
    );
}

function tagsIn(typed: string): string[] {
    return [...new Set(typed.split(',').map((tag) => tag.trim().replace(/\s+/g, ' ')))].filter((tag) => tag !== '');
}

/** Languages by their own names; a quiz can be in any other, which then stands here too. */
const languages: Record<string, string> = {
    en: 'English',
    cy: 'Cymraeg',
    da: 'Dansk',
    de: 'Deutsch',
    es: 'Español',
    fr: 'Français',
    ga: 'Gaeilge',
    it: 'Italiano',
    nl: 'Nederlands',
    pl: 'Polski',
    pt: 'Português',
    sv: 'Svenska',
};

/** Ages and language: the inspection reads its words by them, and numbers are typed as that language writes them. */
function ForWhom({ document, change }: Pick<Props, 'document' | 'change'>) {
    const { stage } = document;
    const age = (label: string, name: 'from' | 'to') => (
        <ParsedField
            label={label}
            value={stage?.[name]}
            inputMode="numeric"
            read={(typed) => {
                const years = Number(typed);
                return typed.trim() === '' ? undefined : Number.isInteger(years) && years >= 3 && years <= 99 ? years : null;
            }}
            write={(years) => (years === undefined ? '' : String(years))}
            wrong={say('build.whole-quiz.3-to-99')}
            onChange={(years) => {
                const { stage: before, ...rest } = document;
                const stage = { ...before, [name]: years };
                const other = name === 'from' ? 'to' : 'from';
                // The other end moves along where it has to.
                if (years !== undefined && stage.from !== undefined && stage.to !== undefined && stage.from > stage.to) {
                    stage[other] = years;
                }
                const set = Object.fromEntries(Object.entries(stage).filter(([, age]) => age !== undefined));
                change(Object.keys(set).length === 0 ? rest : { ...rest, stage: set });
            }}
        />
    );
    return (
        <div className="grid grid-cols-[5rem_5rem_minmax(0,1fr)] gap-3">
            {age(say('build.whole-quiz.from-age'), 'from')}
            {age(say('build.whole-quiz.to-age'), 'to')}
            <Select
                label={say('build.whole-quiz.language')}
                value={document.language}
                onChange={(event) => change({ ...document, language: event.currentTarget.value })}
            >
                {Object.entries(document.language in languages ? languages : { ...languages, [document.language]: document.language }).map(
                    ([tag, words]) => (
                        <option key={tag} value={tag}>
                            {words}
                        </option>
                    ),
                )}
            </Select>
        </div>
    );
}
