// Which key was meant: a letter, g and a letter, or Shift with z for what z took back.
const LEADER_MS = 1500;

/** @returns {(key: string, now: number) => string|null} the shortcut; null while g waits for its letter */
export const shortcuts = () => {
    let leader = -Infinity;
    return (key, now) => {
        if (key === 'g') {
            leader = now;
            return null;
        }
        const letter = key === 'Z' ? 'y' : key;
        const wanted = now - leader < LEADER_MS ? `g ${letter}` : letter;
        leader = -Infinity;
        return wanted;
    };
};
