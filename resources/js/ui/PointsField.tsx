import { say } from '../words/words';
import { ParsedField } from './ParsedField';
import { decimal } from './ShareField';

/** Points as they are typed, from 0 to 1000; null where they are none. */
export function pointsIn(text: string): number | null {
    const points = text.trim() === '' ? Number.NaN : Number(decimal(text) ?? Number.NaN);
    return points <= 1000 ? points : null;
}

/** How many points something has. */
export function PointsField({ label, value, onChange }: { label: string; value: number; onChange: (points: number) => void }) {
    return (
        <ParsedField
            label={label}
            value={value}
            read={pointsIn}
            write={String}
            wrong={say('build.question-editor.from-0-to-1000')}
            inputMode="decimal"
            onChange={onChange}
        />
    );
}
