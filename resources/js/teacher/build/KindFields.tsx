import type { Finding, Question, QuizDocument } from '../../api/types';
import { RichField } from '../../richtext/RichField';
import { Check, Field, Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { decimal, ShareField } from '../../ui/ShareField';
import { say } from '../../words/words';
import { ForeseenAnswers } from './ForeseenAnswers';
import { GapFields } from './GapFields';
import { Items } from './ItemFields';
import { Pairs } from './PairFields';

export interface Props {
    document: QuizDocument;
    question: Question;
    findings: Finding[];
    put: (changes: Partial<Question>) => void;
    select: (id: string) => void;
    onEnd: () => void;
}

type Fields = Pick<Props, 'question' | 'put'>;

/** What is particular to a kind of question, beside its entries. */
export function KindFields(props: Props) {
    const { document, question, put, select, onEnd } = props;
    const foreseen = <ForeseenAnswers document={document} question={question} put={put} select={select} onEnd={onEnd} />;
    switch (question.kind) {
        case 'number':
            return <NumberFields question={question} put={put} />;
        case 'expression':
            return (
                <div className="grid grid-cols-2 gap-3">
                    <Select
                        label={say('build.kind-fields.form-asked-for')}
                        value={question.form ?? 'any'}
                        onChange={(event) => put({ form: event.currentTarget.value as NonNullable<Question['form']> })}
                    >
                        <option value="any">{say('build.kind-fields.any')}</option>
                        <option value="expanded">{say('build.kind-fields.expanded')}</option>
                        <option value="factored">{say('build.kind-fields.factored-as-the-answer-is')}</option>
                        <option value="simplified">{say('build.kind-fields.no-longer-than-the-answer')}</option>
                    </Select>
                    <Field
                        label={say('build.kind-fields.names-of-several-letters')}
                        placeholder={say('build.kind-fields.names-example')}
                        defaultValue={(question.names ?? []).join(', ')}
                        onBlur={(event) =>
                            put({
                                names: event.currentTarget.value
                                    .split(/[\s,;]+/)
                                    .filter((name) => /^\p{L}{2,20}$/u.test(name))
                                    .slice(0, 20),
                            })
                        }
                    />
                </div>
            );
        case 'short-text':
            return <TextRuleFields question={question} put={put} />;
        case 'gaps':
            return (
                <>
                    <GapFields {...props} />
                    <TextRuleFields question={question} put={put} />
                    <ByParts question={question} put={put} />
                </>
            );
        case 'order':
            return (
                <>
                    <Items question={question} put={put} onEnd={onEnd} legend={say('build.kind-fields.things-to-put-in-order')} />
                    {foreseen}
                    <ByParts question={question} put={put} />
                </>
            );
        case 'match':
            return (
                <>
                    <Pairs question={question} put={put} onEnd={onEnd} />
                    {foreseen}
                    <ByParts question={question} put={put} />
                </>
            );
        case 'several-choices':
            return <ByParts question={question} put={put} />;
        case 'written':
            return (
                <>
                    <RichField
                        label={say('build.kind-fields.model-answer')}
                        name={`model:${question.id}`}
                        onEnter={onEnd}
                        hint={say('build.kind-fields.students-see-it-after-they')}
                        value={question.model ?? ''}
                        onChange={(model) => put({ model })}
                    />
                    <Check
                        label={say('build.kind-fields.i-read-these-answers-myself')}
                        checked={question.readByTeacher ?? false}
                        onChange={(readByTeacher) => put({ readByTeacher })}
                    />
                </>
            );
        case 'hand-in':
            return (
                <fieldset className="flex flex-wrap gap-4">
                    <legend className="mb-1 text-sm font-semibold">{say('build.kind-fields.what-can-be-handed-in')}</legend>
                    {(['picture', 'sound', 'file'] as const).map((kind) => (
                        <Check
                            key={kind}
                            label={say(`build.kind-fields.accepts.${kind}`)}
                            checked={question.accepts?.includes(kind) ?? true}
                            onChange={(on) => {
                                const others = (question.accepts ?? ['picture', 'sound', 'file']).filter((other) => other !== kind);
                                put({ accepts: on ? [...others, kind] : others });
                            }}
                        />
                    ))}
                </fieldset>
            );
        default:
            return null;
    }
}

function ByParts({ question, put }: Fields) {
    return (
        <Check
            label={say('build.kind-fields.part-of-the-points-for')}
            checked={question.scoring === 'parts'}
            onChange={(on) => put({ scoring: on ? 'parts' : 'all' })}
        />
    );
}

function NumberFields({ question, put }: Fields) {
    const { tolerance } = question;
    return (
        <div className="grid grid-cols-2 gap-3">
            <ParsedField
                label={tolerance.kind === 'figures' ? say('build.kind-fields.significant-figures') : say('build.kind-fields.may-differ-by')}
                value={tolerance.value}
                read={decimal}
                write={(value) => value}
                wrong={say('build.kind-fields.write-it-like-0-5')}
                inputMode="decimal"
                onChange={(value) => put({ tolerance: { ...tolerance, value } })}
            />
            <Select
                label={say('build.kind-fields.counted-as')}
                value={tolerance.kind}
                onChange={(event) => put({ tolerance: { ...tolerance, kind: event.currentTarget.value as Question['tolerance']['kind'] } })}
            >
                <option value="absolute">{say('build.kind-fields.a-distance')}</option>
                <option value="relative">{say('build.kind-fields.a-share-of-the-answer')}</option>
                <option value="figures">{say('build.kind-fields.significant-figures-2')}</option>
            </Select>
            <ShareField
                label={say('build.kind-fields.points-for-the-right-number')}
                value={question.unitShare ?? 0}
                onChange={(unitShare) => put({ unitShare })}
            />
            <p className="self-end pb-2 text-sm text-soft">{say('build.kind-fields.write-the-unit-with-the')}</p>
        </div>
    );
}

function TextRuleFields({ question, put }: Fields) {
    const rules = question.text ?? {};
    const set = (changes: NonNullable<Question['text']>) => put({ text: { ...rules, ...changes } });
    return (
        <div className="grid gap-2">
            <Select
                label={say('build.kind-fields.a-slip-of-the-pen')}
                value={rules.spelling ?? 'exact'}
                onChange={(event) => set({ spelling: event.currentTarget.value as 'exact' | 'ask' | 'accept' })}
            >
                <option value="exact">{say('build.kind-fields.is-another-word')}</option>
                <option value="ask">{say('build.kind-fields.is-asked-back-look-at')}</option>
                <option value="accept">{say('build.kind-fields.is-taken-and-mentioned')}</option>
            </Select>
            <div className="flex flex-wrap gap-4">
                <Check
                    label={say('build.kind-fields.accents-do-not-matter')}
                    checked={rules.ignoreDiacritics ?? false}
                    onChange={(ignoreDiacritics) => set({ ignoreDiacritics })}
                />
                <Check
                    label={say('build.kind-fields.punctuation-does-not-matter')}
                    checked={rules.ignorePunctuation ?? false}
                    onChange={(ignorePunctuation) => set({ ignorePunctuation })}
                />
                <Check
                    label={say('build.kind-fields.words-in-any-order')}
                    checked={rules.anyWordOrder ?? false}
                    onChange={(anyWordOrder) => set({ anyWordOrder })}
                />
            </div>
        </div>
    );
}
