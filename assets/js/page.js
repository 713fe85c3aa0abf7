// What scripts of all pages share: the mark that unsafe requests carry, and telling people who cannot see the change.
export const TOKEN = 'csrf-token';

export const say = (text) => {
    const live = document.getElementById('live');
    if (live) live.textContent = text;
};

export const isTyping = (element) => Boolean(element) && (element.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(element.tagName));
