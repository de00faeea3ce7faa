import type { TaskSummary } from '../api/types';
import { say } from '../words/words';

/** Of the small picture, in its own units. */
const STEP = 9;
const SKY = 5;
const RUNG = 6;
const MOST_RUNGS = 5;

/** How deep a class went, the whole cutaway at a glance: ladders hang below the ground line, filled as far as students came down. */
export function DepthProfile({ depths }: { depths: TaskSummary['depths'] }) {
    const deepest = Math.min(MOST_RUNGS, Math.max(1, ...depths.map(({ rungs }) => rungs)));
    const width = Math.max(1, depths.length) * STEP;
    const height = SKY + deepest * RUNG + 3;
    const down = (rungs: number) => Math.min(rungs, MOST_RUNGS) * RUNG;
    return (
        <svg
            viewBox={`0 0 ${width} ${height}`}
            role="img"
            aria-label={depthWords(depths)}
            className="h-9 max-w-40 shrink-0"
            style={{ aspectRatio: `${width} / ${height}` }}
        >
            <title>{depthWords(depths)}</title>
            <rect x="0" y={SKY} width={width} height={height - SKY} className="fill-earth" />
            {depths.map(({ came, depth, rungs }, index) => (
                <g key={index}>
                    <rect
                        x={index * STEP + 2}
                        y={SKY}
                        width={STEP - 4}
                        height={down(rungs)}
                        className="fill-none stroke-rail"
                        strokeWidth="0.6"
                    />
                    <rect x={index * STEP + 2} y={SKY} width={STEP - 4} height={down(depth)} className="fill-rail" />
                    {came > 0 && <circle cx={index * STEP + STEP / 2} cy={SKY - 2.6} r="1.6" className="fill-ink" />}
                </g>
            ))}
            <path d={`M0 ${SKY}H${width}`} className="stroke-ink" strokeWidth="1.2" />
        </svg>
    );
}

export function depthWords(depths: TaskSummary['depths']): string {
    const deepest = depths.reduce((best, { depth }, index) => (depth > (depths[best]?.depth ?? 0) ? index : best), 0);
    const depth = depths[deepest]?.depth ?? 0;
    return depth === 0
        ? say('cutaway.depth-profile.nobody-has-needed-a-rung')
        : say('cutaway.depth-profile.deepest-at-stop-of-rungs', {
              number: deepest + 1,
              depth,
              rungs: depths[deepest]?.rungs ?? 0,
          });
}
