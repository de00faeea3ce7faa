import { spawnSync } from 'node:child_process';
import { alg, Graph } from '@dagrejs/graphlib';
import { describe, expect, it } from 'vitest';

/** What the inspection finds in a graph, held against a graph library, over some hundred graphs by lot. */

function graphs(): number[][][] {
    let state = 7;
    const lot = (below: number) => {
        state = (state * 1103515245 + 12345) % 2147483648;
        return Math.floor((state / 2147483648) * below);
    };
    return Array.from({ length: 400 }, () => {
        const count = 1 + lot(30);
        const perNode = 1 + lot(3);
        return Array.from({ length: count }, () => Array.from({ length: lot(perNode + 1) }, () => lot(count)));
    });
}

const sorted = (components: string[][]) =>
    components
        .map((component) =>
            component
                .map(Number)
                .sort((a, b) => a - b)
                .join(' '),
        )
        .sort();

describe('the structure of a quiz', () => {
    const all = graphs();
    const told = JSON.parse(
        spawnSync('php', [`${import.meta.dirname}/structure.php`], { input: JSON.stringify(all), encoding: 'utf8' }).stdout,
    ) as { components: number[][]; open: boolean[] }[];

    it('has the strongly connected components and ways to the end that a graph library finds', () => {
        let loops = 0;
        for (const [index, followers] of all.entries()) {
            const graph = new Graph({ directed: true });
            const against = new Graph({ directed: true });
            for (const [from, to] of followers.entries()) {
                graph.setNode(String(from));
                against.setNode(String(from));
                for (const one of to) {
                    graph.setEdge(String(from), String(one));
                    against.setEdge(String(one), String(from));
                }
            }
            const components = alg.tarjan(graph);
            loops += components.filter((component) => component.length > 1).length;
            expect(sorted((told[index]?.components ?? []).map((component) => component.map(String)))).toEqual(sorted(components));
            const open = new Set(alg.preorder(against, ['0']));
            expect(told[index]?.open).toEqual(followers.map((_, node) => open.has(String(node))));
        }
        expect(loops).toBeGreaterThan(100);
    });
});
