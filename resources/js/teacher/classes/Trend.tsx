import type { ClassRecord, RecordRow } from '../../api/types';
import { FEW } from '../../ui/figures/words';
import { say } from '../../words/words';

const [WIDTH, HEIGHT, EDGE] = [160, 40, 5];

interface Props {
    row: RecordRow;
    record: ClassRecord;
    /** What it is, where that is to be read beside it. */
    caption?: string;
}

/** A student's scores from task to task as they were given, beside where the middle half of the class lies. */
export function Trend({ row, record, caption }: Props) {
    const points = record.tasks.flatMap((task, index) => {
        const score = row.cells[index]?.excused === true ? null : (row.cells[index]?.score ?? null);
        return score === null ? [] : [{ task, score }];
    });
    if (points.length < 2) {
        return null;
    }
    const x = (index: number) => EDGE + ((WIDTH - 2 * EDGE) * index) / (points.length - 1);
    const y = (share: number) => HEIGHT - EDGE - (HEIGHT - 2 * EDGE) * share;
    const line = points.map(({ score }, index) => `${x(index)},${y(score)}`).join(' ');
    const words = say('teacher.record.trend', {
        scores: points.map(({ task, score }) => `${task.title} ${Math.round(100 * score)} %`).join(', '),
    });
    const picture = (
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mb-2 block h-10 w-40" role="img" aria-label={words}>
            <title>{words}</title>
            <line x1={EDGE} x2={WIDTH - EDGE} y1={y(0)} y2={y(0)} className="stroke-line" />
            {points.map(({ task }, index) =>
                task.n < FEW || task.lower === null || task.upper === null ? null : (
                    <line
                        key={task.id}
                        x1={x(index)}
                        x2={x(index)}
                        y1={y(task.lower)}
                        y2={Math.min(y(task.upper), y(task.lower) - 1)}
                        className="stroke-earth-deep"
                        strokeWidth="7"
                    />
                ),
            )}
            <polyline points={line} className="fill-none stroke-ink" strokeWidth="1.5" />
            {points.map(({ task, score }, index) => (
                <circle key={task.id} cx={x(index)} cy={y(score)} r="3" className="fill-ink" />
            ))}
        </svg>
    );
    return caption === undefined ? (
        picture
    ) : (
        <figure className="flex flex-wrap items-center gap-x-4">
            {picture}
            <figcaption className="text-sm text-soft">{caption}</figcaption>
        </figure>
    );
}
