// A table whose cells are moved through by arrows: one of them takes the tab key.
export const grid = (table) => {
    const cells = (row) => [...row.querySelectorAll('td.cell')];

    const focus = (cell) => {
        if (!cell) return;
        table.querySelector('td.cell[tabindex="0"]')?.setAttribute('tabindex', '-1');
        cell.setAttribute('tabindex', '0');
        cell.focus();
    };

    const move = (cell, rows, columns) => {
        const row = cell.parentElement;
        const at = cells(row).indexOf(cell);
        let target = row;
        for (let n = Math.abs(rows); n > 0 && target; n -= 1) target = rows > 0 ? target.nextElementSibling : target.previousElementSibling;
        if (target) focus(cells(target)[Math.min(Math.max(at + columns, 0), cells(target).length - 1)]);
    };

    return { cells, focus, move };
};
