import { describe, expect, it } from 'vitest';
import { webAddress } from '../../resources/js/ui/address';

describe('an address of the web', () => {
    it.each([
        ['school.example/page', 'https://school.example/page'],
        [' http://school.example ', 'http://school.example'],
        ['school.example/50%', 'https://school.example/50%'],
        ['', ''],
        ['no address', null],
        ['nowhere', null],
        ['javascript:alert(1)', null],
        ['ftp://school.example', null],
    ])('%j is %j', (typed, address) => expect(webAddress(typed)).toBe(address));
});
