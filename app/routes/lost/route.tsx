/** Any address that leads nowhere. */
export function loader(): never {
  throw new Response('There is no such page here. The address may be mistyped.', { status: 404 });
}

export default function Lost() {
  return null;
}
