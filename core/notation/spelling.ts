/** Words that are one slip of the pen apart: a letter lost, added, changed, or two neighbours exchanged. */

/** Whether one slip, and not none, leads from one word to the other. */
export function isOneSlip(a: string, b: string): boolean {
  if (a === b || Math.abs(a.length - b.length) > 1) return false;
  let head = 0;
  while (head < Math.min(a.length, b.length) && a[head] === b[head]) head += 1;
  const [restA, restB] = [a.slice(head), b.slice(head)];
  return (
    restA.slice(1) === restB ||
    restA === restB.slice(1) ||
    restA.slice(1) === restB.slice(1) ||
    (restA[0] === restB[1] && restA[1] === restB[0] && restA.slice(2) === restB.slice(2))
  );
}
