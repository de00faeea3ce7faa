import { Link } from 'react-router';
import { say } from '../words/words';
import { buttonClass } from './Button';

/** The way to a task for those who share a need. */
export function FollowUpLink({ task, need, students }: { task: string; need: string; students: string[] }) {
    if (students.length === 0) {
        return null;
    }
    return (
        <Link
            className={`${buttonClass('quiet')} -ml-3 inline-flex`}
            to={`/tasks/${task}/follow-up?${new URLSearchParams([['need', need], ...students.map((student) => ['student', student])])}`}
        >
            {say('teacher.follow-up.follow-up', { students: students.length })}
        </Link>
    );
}
