type Declared = Readonly<Record<string, string>>;

/** Properties whose values are the four sides, and the four corners. */
const SIDES = /^(padding|margin|inset|border-(width|style|color))$/;
/** Properties that are places in a box. */
const PLACES = /^(background|object)-position$/;

/** Declarations as they are for a page that is mirrored, left for right. Doing it twice changes nothing. */
export function mirrorStyle(look: Declared): Record<string, string> {
  return Object.fromEntries(Object.entries(look).map(([name, value]) => [mirrorName(name), mirrorValue(name, value)]));
}

function mirrorName(name: string): string {
  return name.replace(/(^|-)(left|right)(?=-|$)/, (_, before: string, side: string) => before + otherSide(side));
}

function otherSide(side: string): string {
  return side === 'left' ? 'right' : 'left';
}

function mirrorValue(name: string, value: string): string {
  if (SIDES.test(name)) return mirrorSides(value);
  if (name === 'border-radius') return value.split('/').map(mirrorCorners).join(' / ');
  if (name === 'text-align' || name === 'float' || name === 'clear')
    return /^(left|right)$/.test(value) ? otherSide(value) : value;
  if (PLACES.test(name)) return partsOf(value, ',').map(mirrorPlace).join(', ');
  if (/shadow$/.test(name)) return partsOf(value, ',').map(mirrorShadow).join(', ');
  if (name === 'background-image' || name === 'background') return mirrorGradients(value);
  if (name === 'transform') return mirrorTransform(value);
  return value;
}

/** Parts of a value that stand outside of brackets. */
function partsOf(value: string, separator: ',' | ' '): string[] {
  const parts: string[] = [''];
  let depth = 0;
  for (const sign of value) {
    if (sign === '(') depth += 1;
    if (sign === ')') depth -= 1;
    if (sign === separator && depth === 0) parts.push('');
    else parts[parts.length - 1] += sign;
  }
  return parts.map((part) => part.trim()).filter(Boolean);
}

function mirrorSides(value: string): string {
  const [top, right, bottom, left, ...more] = partsOf(value, ' ');
  return left !== undefined && more.length === 0 ? [top, left, bottom, right].join(' ') : value;
}

function mirrorCorners(value: string): string {
  const corners = partsOf(value, ' ');
  const [first = '0', second = first, third = first, fourth = second] = corners;
  return corners.length < 2 ? value.trim() : [second, first, fourth, third].join(' ');
}

function mirrorPlace(value: string): string {
  const [across = '50%', ...rest] = partsOf(value, ' ');
  if (across === 'left' || across === 'right') return [otherSide(across), ...rest].join(' ');
  if (rest.length > 1 || across === 'center') return value;
  const share = /^(-?[\d.]+)%$/.exec(across)?.[1];
  if (share !== undefined) return [`${Math.round((100 - Number(share)) * 1e4) / 1e4}%`, ...rest].join(' ');
  return `right ${across} top ${rest[0] ?? '50%'}`;
}

/** The first length of a shadow is how far it lies to the right. */
function mirrorShadow(value: string): string {
  const parts = partsOf(value, ' ');
  const at = parts.findIndex((part) => /^-?[\d.]+(px|em|rem)?$/.test(part));
  return parts.map((part, index) => (index === at ? negative(part) : part)).join(' ');
}

function negative(length: string): string {
  if (parseFloat(length) === 0) return length;
  return length.startsWith('-') ? length.slice(1) : `-${length}`;
}

function mirrorGradients(value: string): string {
  return value
    .replace(
      /(-gradient\(\s*)(-?[\d.]+)deg/g,
      (_, start: string, angle: string) => `${start}${(360 - Number(angle)) % 360}deg`,
    )
    .replace(/(-gradient\(\s*to [a-z ]*?)(left|right)/g, (_, start: string, side: string) => start + otherSide(side))
    .replace(
      /(-gradient\([^,]*? at )(-?[\d.]+)%/g,
      (_, start: string, share: string) => `${start}${Math.round((100 - Number(share)) * 1e4) / 1e4}%`,
    );
}

function mirrorTransform(value: string): string {
  return value.replace(
    /(rotate|translateX|translate|skewX|skewY|skew)\(\s*(-?[\d.]+[a-z%]*)/g,
    (_, name: string, first: string) => `${name}(${negative(first)}`,
  );
}
