import type { Entry, Question, QuizDocument } from '../../api/types';
import { Match, Order } from '../../player/answers/Arranged';
import { newEntry } from '../../quiz/making';
import { isEmpty } from '../../quiz/text';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';
import { EntryFeedback, EntryFollows, mayLead } from './EntryFollows';

interface Props {
    document: QuizDocument;
    question: Question;
    put: (changes: Partial<Question>) => void;
    select: (id: string) => void;
    onEnd: () => void;
}

/** Wrong orders and wrong matches that are foreseen: made as a student makes them, each with what follows it. */
export function ForeseenAnswers({ document, question, put, select, onEnd }: Props) {
    const isOrder = question.kind === 'order';
    const items = (question.items ?? []).filter((item) => !isEmpty(item.text));
    const entries = question.entries.filter((entry) =>
        isOrder ? (entry.order ?? []).length > 0 : Object.keys(entry.pairs ?? {}).length > 0,
    );
    const putEntry = (entry: Entry) => put({ entries: question.entries.map((other) => (other.id === entry.id ? entry : other)) });
    const firstPair = question.pairs?.[0];
    const add = () => {
        const foreseen = isOrder
            ? { order: items.map((item) => item.id).reverse() }
            : { pairs: { [firstPair?.id ?? '']: items.find((item) => item.id !== firstPair?.item)?.id ?? '' } };
        put({ entries: [...question.entries, { ...newEntry(), ...foreseen }] });
    };
    return (
        <div className="grid gap-2">
            {entries.map((entry, index) => {
                const name = say('build.foreseen.one', { number: index + 1, isOrder: isOrder ? 'yes' : 'no' });
                return (
                    <fieldset
                        key={entry.id}
                        data-entry={entry.id}
                        className="grid gap-2 rounded-md border border-line bg-paper p-2 text-sm"
                    >
                        <legend className="px-1 font-semibold">{name}</legend>
                        {isOrder ? (
                            <Order
                                question={question}
                                answer={{ order: entry.order ?? [] }}
                                onChange={(answer) => 'order' in answer && putEntry({ ...entry, order: answer.order })}
                            />
                        ) : (
                            <Match
                                question={question}
                                parts={null}
                                answer={{ pairs: entry.pairs ?? {} }}
                                onChange={(answer) => 'pairs' in answer && putEntry({ ...entry, pairs: answer.pairs })}
                            />
                        )}
                        <EntryFeedback entry={entry} name={name} onChange={putEntry} onEnter={onEnd} />
                        <details>
                            <summary className="text-soft">{say('build.question-editor.what-follows', { name })}</summary>
                            <div className="mt-2">
                                <EntryFollows
                                    document={document}
                                    entry={entry}
                                    name={name}
                                    follows={{ leads: mayLead(document, question.id), slips: true, share: true, pinned: false }}
                                    onChange={putEntry}
                                    select={select}
                                />
                            </div>
                        </details>
                        <Button
                            weight="quiet"
                            className="justify-self-end"
                            onClick={() => put({ entries: question.entries.filter((other) => other.id !== entry.id) })}
                        >
                            {say('build.question-editor.remove', { label: name })}
                        </Button>
                    </fieldset>
                );
            })}
            <Button className="justify-self-start" disabled={items.length < 2 || (!isOrder && firstPair === undefined)} onClick={add}>
                {say('build.foreseen.add', { isOrder: isOrder ? 'yes' : 'no' })}
            </Button>
        </div>
    );
}
