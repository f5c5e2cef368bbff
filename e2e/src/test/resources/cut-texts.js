// Texts of a page that are cut where they stand, beyond what the cells of tables may do.
() => {
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  const faults = [];
  while (walker.nextNode()) {
    const text = walker.currentNode;
    const element = text.parentElement;
    if (!text.data.trim() || !element.checkVisibility({ visibilityProperty: true, opacityProperty: true })) {
      continue;
    }
    if (element.closest('[role=grid], svg, [data-may-be-cut], .MuiSelect-select, option, style, script')) {
      continue;
    }
    range.selectNodeContents(text);
    const box = range.getBoundingClientRect();
    if (box.width <= 1) {
      continue;
    }
    if (box.right > window.innerWidth + 1 && !scrolls(element)) {
      faults.push(`beyond the window: ${text.data}`);
      continue;
    }
    for (let around = element; around && around !== document.body; around = around.parentElement) {
      const style = getComputedStyle(around);
      if (style.overflowX === 'auto' || style.overflowX === 'scroll') {
        break;
      }
      if (style.overflowX === 'hidden' || style.overflowX === 'clip') {
        const edge = around.getBoundingClientRect();
        if (edge.width > 2 && box.right > edge.right + 1) {
          faults.push(`${around.tagName.toLowerCase()}: ${text.data}`);
        }
      }
    }
  }
  for (const part of document.querySelectorAll('nav, aside, header')) {
    if (part.scrollWidth > part.clientWidth + 1) {
      faults.push(`${part.tagName.toLowerCase()} is wider than there is room: ${part.textContent.slice(0, 60)}`);
    }
  }
  return [...new Set(faults)];

  function scrolls(element) {
    for (let around = element; around; around = around.parentElement) {
      if (['auto', 'scroll'].includes(getComputedStyle(around).overflowX)) {
        return true;
      }
    }
    return false;
  }
};
