// Times as a clock shows them.

/** @returns whole seconds that are left, rounded up; 0 when it is over */
export const secondsLeft = (endsAt, now) => Math.max(0, Math.ceil((endsAt - now) / 1000));

export const clock = (seconds) => (seconds > 0 ? `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}` : 'over');
