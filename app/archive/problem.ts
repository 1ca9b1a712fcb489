/** Why an archive cannot be taken back in. */
export type ArchiveProblem =
  | { readonly code: 'not-a-zip' }
  | { readonly code: 'no-list' }
  | { readonly code: 'newer-archive'; readonly version: number }
  | { readonly code: 'too-many-files'; readonly most: number };
