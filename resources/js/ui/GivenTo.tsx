import { Link } from 'react-router';
import type { TaskSummary } from '../api/types';
import { say } from '../words/words';

const others: Record<TaskSummary['audience'], string> = {
    class: say('teacher.given-to.a-class'),
    students: say('teacher.given-to.some-students'),
    link: say('teacher.given-to.whoever-has-the-link'),
};

/** Whom a task is for, in words. */
export function audience(task: Pick<TaskSummary, 'class' | 'audience'>): string {
    return task.class === null
        ? others[task.audience]
        : task.audience === 'students'
          ? say('teacher.given-to.some-of', { name: task.class.name })
          : task.class.name;
}

/** Whom a task is for, with the way to the class where it is one's. */
export function GivenTo({ task }: { task: Pick<TaskSummary, 'class' | 'audience'> }) {
    return task.class === null ? (
        audience(task)
    ) : (
        <Link className="underline" to={`/classes/${task.class.id}`}>
            {audience(task)}
        </Link>
    );
}
