// Sends an edit, or asks again. A server that cannot be reached is an answer, too.
const AWAY = [0, 401, 502, 503, 504];

// Who asks so is answered with a part of a page.
const PART = { 'HX-Request': 'true' };

const exchange = async (address, options) => {
    try {
        const answer = await fetch(address, options);
        return { status: answer.status, text: await answer.text() };
    } catch {
        return { status: 0, text: '' };
    }
};

/** @returns {Promise<{status: number, text: string}>} status 0 where nobody answered */
export const send = (address, body) => exchange(address, { method: 'POST', body, headers: PART });

export const ask = (address) => exchange(address, { headers: PART });

/** Whether it may well be taken later. */
export const isAway = (status) => AWAY.includes(status);
