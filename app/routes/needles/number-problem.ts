/** What is wrong with a typed number; null if nothing is. */
export function numberProblem(value: string, min: number, max: number): string | null {
  if (!/^\d{1,7}$/.test(value.trim())) return `Type a whole number from ${min} to ${max}.`;
  const number = Number(value);
  return number < min || number > max ? `Only ${min} to ${max} is possible here.` : null;
}
