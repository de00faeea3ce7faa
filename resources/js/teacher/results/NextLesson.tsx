import { Link } from 'react-router';
import type { Evidence, Task } from '../../api/types';
import { findQuestion } from '../../quiz/places';
import { nameOf } from '../../quiz/text';
import { buttonClass } from '../../ui/Button';
import { say } from '../../words/words';

interface Props {
    task: Task;
    opening: Evidence['opening'];
    onShow: (question: string) => void;
}

/** What the answers mean for tomorrow, before any figure; nothing where nothing stands out. */
export function NextLesson({ task, opening, onShow }: Props) {
    if (opening.length === 0) {
        return null;
    }
    return (
        <div className="mb-3 grid max-w-3xl gap-1 rounded-md border-2 border-ink bg-sheet px-4 py-3">
            <p className="font-semibold">{say('teacher.opening.for-next-lesson')}</p>
            <ul className="grid gap-1">
                {opening.map(({ question, right, of }) => (
                    <li key={question}>
                        {say('teacher.opening.show-first')}: {nameOf(findQuestion(task.document, question)?.prompt ?? '')}{' '}
                        <button type="button" className="text-sm underline" onClick={() => onShow(question)}>
                            {say('teacher.opening.right-at-once', { right, of })}
                        </button>
                    </li>
                ))}
            </ul>
            <Link className={`${buttonClass('plain')} mt-1 w-fit`} to={`/tasks/${task.id}/opening`}>
                {say('teacher.opening.title')}
            </Link>
        </div>
    );
}
