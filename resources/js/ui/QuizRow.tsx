import { Link } from 'react-router';
import type { QuizLine } from '../api/types';
import { say } from '../words/words';
import { Button } from './Button';
import { exact, near } from './time';

/** A quiz in a list: its title, how much is in it, its edition, and when it was changed. */
export function QuizRow({ quiz, onArchive, onRestore }: { quiz: QuizLine; onArchive?: () => void; onRestore?: () => void }) {
    const state =
        quiz.edition === null
            ? say('teacher.quizzes.draft')
            : quiz.changedSince
              ? say('teacher.quizzes.edition-changed-since', { edition: quiz.edition })
              : say('teacher.quizzes.edition', { edition: quiz.edition });
    return (
        <li className="flex items-center gap-2 rounded-lg border border-line bg-sheet pr-2 hover:border-ink">
            <Link to={`/quizzes/${quiz.id}`} className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-6 gap-y-1 px-4 py-3">
                <span className="min-w-0 flex-1 basis-64 font-display text-lg">{quiz.title}</span>
                <span className="text-sm">
                    {say('teacher.quizzes.stops', { stops: quiz.stops })} ·{' '}
                    {say('teacher.quizzes.questions', { questions: quiz.questions })}
                </span>
                <span className="min-w-40 text-sm text-soft">{state}</span>
                <span className="min-w-36 text-right text-sm text-soft max-sm:text-left" title={exact(quiz.updatedAt)}>
                    {say('teacher.quizzes.changed', { when: near(quiz.updatedAt) })}
                </span>
            </Link>
            {onArchive !== undefined && (
                <Button weight="quiet" aria-label={say('teacher.quizzes.put-in-the-archive', { title: quiz.title })} onClick={onArchive}>
                    {say('teacher.quizzes.archive')}
                </Button>
            )}
            {onRestore !== undefined && (
                <Button aria-label={say('teacher.quizzes.restore-quiz', { title: quiz.title })} onClick={onRestore}>
                    {say('teacher.quizzes.restore')}
                </Button>
            )}
        </li>
    );
}
