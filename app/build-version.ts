/** Which build this is: what an older one worked out is worked out anew. Said once, when the server starts. */
let version = 'unbuilt';

export const sayBuild = (said: string) => {
  version = said;
};
export const buildVersion = () => version;
