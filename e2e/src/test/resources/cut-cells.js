// What is cut in the tables of a page: a figure, a time, a code or a state at all, words while the
// table has room beside them; and more than four filters that stand open.
() => {
  const SLACK = 24;
  const inside = document.createRange();
  const widthOf = (element) => {
    inside.selectNodeContents(element);
    return inside.getBoundingClientRect().width;
  };
  const clips = (element) =>
    element.scrollWidth > element.clientWidth + 1 &&
    getComputedStyle(element).display !== 'inline' &&
    getComputedStyle(element).overflowX !== 'visible';
  const faults = [];
  for (const grid of document.querySelectorAll('[role=grid]')) {
    const cells = [...grid.querySelectorAll('[role=gridcell][data-column]')];
    const needed = {};
    const given = {};
    for (const part of grid.querySelectorAll('[data-column]')) {
      const column = part.dataset.column;
      needed[column] = Math.max(needed[column] ?? 0, widthOf(part));
      if (part.getAttribute('role') === 'gridcell') {
        given[column] = part.clientWidth;
      }
    }
    const room =
      grid.scrollWidth <= grid.clientWidth &&
      Object.keys(given).some((column) => given[column] - needed[column] > SLACK);
    for (const cell of cells) {
      const cut =
        cell.scrollWidth > cell.clientWidth || [...cell.querySelectorAll('*')].some(clips);
      if (cut && (room || !('words' in cell.dataset))) {
        faults.push(`${grid.ariaLabel}, ${cell.dataset.column}: ${cell.textContent}`);
      }
    }
  }
  for (const heading of document.querySelectorAll('main h1')) {
    const open = heading.parentElement.querySelectorAll('input:not([type=checkbox]), select');
    if (open.length > 4) {
      faults.push(`${open.length} filters stand open beside ${heading.textContent}`);
    }
  }
  return [...new Set(faults)];
};
