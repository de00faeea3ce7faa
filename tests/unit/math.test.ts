import { describe, expect, it } from 'vitest';
import { plainMath, texOf } from '../../resources/js/player/answers/math';

describe('formulas between field, line and page', () => {
    it.each([
        ['R*I', 'R \\cdot I'],
        ['(a+b)/2', '\\frac{a + b}{2}'],
        ['x^2', 'x^{2}'],
        ['x^(n+1)', 'x^{n + 1}'],
        ['sqrt(x+1)', '\\sqrt{x + 1}'],
        ['2(x+1)', '2 \\left(x + 1\\right)'],
        ['(a)(b)/c', '\\frac{\\left(a\\right) \\left(b\\right)}{c}'],
        ['y=2x+1', 'y = 2 x + 1'],
        ['v_0', 'v_{0}'],
        ['|x|', '\\left|x\\right|'],
        ['sin 2', '\\sin 2'],
        ['-x', '- x'],
        ['2,5', '2{,}5'],
    ])('%s is shown as %s', (plain, tex) => {
        expect(texOf(plain).replace(/\s+/g, ' ').trim()).toBe(tex);
    });

    it('shows no command that somebody typed', () => {
        expect(texOf('\\href{x}{y}')).not.toContain('\\href');
        expect(texOf('$#&%')).not.toMatch(/[$#&%]/);
    });

    it.each([
        ['(R)/(I)', '(R)/(I)'],
        ['2 xx x', '2 * x'],
        ['a cdot b', 'a * b'],
        ['"speed"', 'speed'],
    ])('the field’s %s is sent as %s', (ascii, plain) => {
        expect(plainMath(ascii)).toBe(plain);
    });
});
