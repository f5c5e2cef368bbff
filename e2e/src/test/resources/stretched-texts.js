// Makes every text of the catalogue 40 per cent longer: its words grow, as those of another language
// do; what stands in them stays.
(() => {
  const parse = JSON.parse;
  const LARGE = 5000;
  const stretch = (text) => {
    const parts = text.split(/(\{\{.*?\}\}|<[^>]*>|\$t\(.*?\))/);
    return parts
      .map((part, i) => {
        let owed = 0;
        return i % 2
          ? part
          : part.replace(/\p{L}/gu, (letter) => {
              owed += 0.4;
              const more = owed >= 1;
              owed -= more ? 1 : 0;
              return more ? letter + letter.toLowerCase() : letter;
            });
      })
      .join('');
  };
  const all = (node) => {
    for (const [name, value] of Object.entries(node)) {
      if (typeof value === 'string') {
        node[name] = stretch(value);
      } else {
        all(value);
      }
    }
    return node;
  };
  const isTexts = (node) =>
    typeof node === 'string' ||
    (node && typeof node === 'object' && !Array.isArray(node) && Object.values(node).every(isTexts));
  JSON.parse = (text, reviver) => {
    const read = parse(text, reviver);
    return typeof text === 'string' && text.length > LARGE && isTexts(read) ? all(read) : read;
  };
})();
