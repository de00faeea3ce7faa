import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { client, sentence, take } from '../api/client';
import { buttonClass } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Page } from './Places';
import { QuizRow } from './QuizzesPage';
import { TaskLine } from './TaskLine';

/** What runs, and what was worked on last. */
export function TodayPage() {
    const today = useQuery({ queryKey: ['today'], queryFn: () => take(client.GET('/today')), refetchInterval: 10_000 });
    return (
        <Page
            title="Today"
            action={
                <Link className={buttonClass('main')} to="/quizzes">
                    Make a quiz
                </Link>
            }
        >
            {today.error !== null && <Notice>{sentence(today.error)}</Notice>}
            <section aria-labelledby="running">
                <h2 id="running" className="mb-3 text-xl">
                    Running now
                </h2>
                {today.data?.running.length === 0 && (
                    <p className="text-soft">
                        Nothing is given out just now. Publish a quiz, then give it to a class; here you see how it goes.
                    </p>
                )}
                <ul className="grid gap-2">
                    {today.data?.running.map((task) => (
                        <TaskLine key={task.id} task={task} withClass />
                    ))}
                </ul>
            </section>
            <section aria-labelledby="last" className="mt-10">
                <h2 id="last" className="mb-3 text-xl">
                    Worked on last
                </h2>
                {today.data?.quizzes.length === 0 && <p className="text-soft">You have made no quiz yet.</p>}
                <ul className="grid gap-2">
                    {today.data?.quizzes.map((quiz) => (
                        <QuizRow key={quiz.id} quiz={quiz} />
                    ))}
                </ul>
            </section>
        </Page>
    );
}
