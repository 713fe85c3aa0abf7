/**
 * What of the text of a page is cut, lies over other text, or is wider than the page: read in the page itself.
 * Boxes that are made to be pushed sideways (the ruler of a subnet, the matrix, a batch) are left out.
 */
export const misplaced = (page) =>
    page.evaluate(() => {
        const pushed = '.rulerbox, .matrix-scroll, .batch';
        const style = (element) => getComputedStyle(element);
        const ancestors = function* (element) {
            for (let at = element; at && at !== document.body; at = at.parentElement) yield at;
        };
        const isFolded = (element) => {
            for (let box = element.closest('details'); box; box = box.parentElement?.closest('details')) {
                if (!box.open && element.closest('summary')?.parentElement !== box) return true;
            }
            return false;
        };
        const isUnseen = (element) =>
            [...ancestors(element)].some((at) => {
                const { visibility, display, opacity } = style(at);
                return visibility === 'hidden' || display === 'none' || Number(opacity) === 0 || at.classList.contains('sr');
            });
        const texts = [];
        const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
        while (walker.nextNode()) {
            const node = walker.currentNode;
            const element = node.parentElement;
            const isText = node.data.trim() && !/^(SCRIPT|STYLE|OPTION|TITLE|DESC|TEXTAREA|NOSCRIPT)$/i.test(element.tagName);
            if (isText && !element.closest(pushed) && !isFolded(element) && !isUnseen(element))
                texts.push([node.data.trim(), element, node]);
        }

        const found = [];
        const over = document.documentElement.scrollWidth - window.innerWidth;
        if (over > 0) found.push(`scrolls sideways by ${over} px`);
        const boxes = [];
        for (const [text, element, node] of texts) {
            const range = document.createRange();
            range.selectNodeContents(node);
            const right = range.getBoundingClientRect().right;
            const box = [...ancestors(element)].find((at) => style(at).overflowX !== 'visible');
            const edge = box?.getBoundingClientRect();
            if (edge && edge.width > 4 && right > edge.right + 1.5 && !(style(box).textOverflow === 'ellipsis' && box.title)) {
                found.push(`cut: ${text.slice(0, 40)}`);
            }
            for (const rect of range.getClientRects()) {
                if (rect.width > 2 && rect.height > 2) boxes.push({ text: text.slice(0, 30), element, rect });
            }
        }

        // What lies under a bar that stays is seen by scrolling.
        const stays = (box) => box.element.closest('.top, .thumb, thead');
        const isOnTop = ({ element, rect }) => {
            const hit = document.elementFromPoint((rect.left + rect.right) / 2, (rect.top + rect.bottom) / 2);
            return hit !== null && (element.contains(hit) || hit.contains(element));
        };
        boxes.sort((a, b) => a.rect.top - b.rect.top);
        for (const [n, a] of boxes.entries()) {
            for (const b of boxes.slice(n + 1)) {
                if (b.rect.top >= a.rect.bottom) break;
                const width = Math.min(a.rect.right, b.rect.right) - Math.max(a.rect.left, b.rect.left);
                const height = Math.min(a.rect.bottom, b.rect.bottom) - Math.max(a.rect.top, b.rect.top);
                const least = 0.35 * Math.min(a.rect.height, b.rect.height);
                const isOver = a.element !== b.element && width > 2 && height > least && !stays(a) && !stays(b);
                if (isOver && (a.rect.top > window.innerHeight || (isOnTop(a) && isOnTop(b))))
                    found.push(`over each other: ${a.text} / ${b.text}`);
            }
        }
        for (const field of document.querySelectorAll('input:not([type=hidden], [type=checkbox], [type=radio], [type=file])')) {
            // One that has the whole width cannot have more.
            const room = field.closest('form, td, aside')?.clientWidth ?? window.innerWidth;
            if (field.offsetParent && field.value && field.scrollWidth > field.clientWidth + 1 && field.offsetWidth < 0.85 * room)
                found.push(`field too narrow: ${field.name} ${field.value}`);
        }
        return [...new Set(found)];
    });
