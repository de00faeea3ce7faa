/** A share of a question's points that can be given by one press, and the key that gives it. */
export interface Step {
    share: number;
    key: string;
    points: number;
}

/**
 * The shares that are offered for a question: by whole points where those are few, so that a digit gives as many points; with the
 * half of a single one; else in quarters. Without points it is right or not.
 */
export function steps(points: number): Step[] {
    if (points <= 0) {
        return [0, 1].map((share) => ({ share, key: String(share), points: 0 }));
    }
    if (points === 1) {
        return [
            { share: 0, key: '0', points: 0 },
            { share: 0.5, key: '5', points: 0.5 },
            { share: 1, key: '1', points: 1 },
        ];
    }
    if (Number.isInteger(points) && points <= 9) {
        return Array.from({ length: points + 1 }, (_, given) => ({ share: given / points, key: String(given), points: given }));
    }
    return [0, 1, 2, 3, 4].map((quarter) => ({ share: quarter / 4, key: String(quarter), points: (points * quarter) / 4 }));
}
