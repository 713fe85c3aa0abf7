import assert from 'node:assert/strict';
import test from 'node:test';
import { clock, secondsLeft } from '../../assets/js/countdown.js';

test('what has begun counts as a whole second', () => {
    assert.equal(secondsLeft(10_000, 8_999), 2);
    assert.equal(secondsLeft(10_000, 9_000), 1);
    assert.equal(secondsLeft(10_000, 10_000), 0);
    assert.equal(secondsLeft(10_000, 99_999), 0, 'never below nothing');
});

test('a clock has two digits of seconds', () => {
    assert.deepEqual([605, 60, 59, 1, 0].map(clock), ['10:05', '1:00', '0:59', '0:01', 'over']);
});
