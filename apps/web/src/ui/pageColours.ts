/** The tokens of a light, read off the page: a chart follows it. */
export function pageColours(light: 'day' | 'night') {
  const style = getComputedStyle(
    document.querySelector(`[data-light='${light}']`) ?? document.documentElement,
  );
  const token = (name: string) => style.getPropertyValue(name).trim();
  return {
    ink: token('--ink'),
    line: token('--line'),
    agree: token('--agree'),
    clash: token('--clash'),
    // As hexadecimal with its share of cover: the charts know no other mixing.
    band: `${token('--dim')}4d`,
  };
}
