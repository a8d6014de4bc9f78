import useSWR from 'swr';
import type { z } from 'zod';

/** Asks a simulated service; what comes back has passed its schema. Throws with a sentence when it is off or answers nonsense. */
export async function askStandin<S extends z.ZodType>(
  schema: S,
  path: string,
  init?: RequestInit,
): Promise<z.infer<S>> {
  const response = await fetch(`/api/standins/${path}`, init).catch(() => null);
  if (!response)
    throw new Error(
      'The simulated service does not answer. Everything else works without it: type it in, or bring in a file.',
    );
  const json: unknown = await response.json().catch(() => null);
  if (!response.ok)
    throw new Error(
      (json as { problem?: string } | null)?.problem ??
        `The simulated service refused (${response.status}). Type it in, or bring in a file.`,
    );
  const parsed = schema.safeParse(json);
  if (!parsed.success)
    throw new Error('The simulated service answered something that cannot be used. Type it in, or bring in a file.');
  return parsed.data;
}

/** What a simulated service answers, read once it is wanted. */
export function useStandin<S extends z.ZodType>(schema: S, path: string, wanted: boolean) {
  return useSWR<z.infer<S>, Error>(wanted ? `/api/standins/${path}` : null, () => askStandin(schema, path), {
    revalidateOnFocus: false,
    revalidateIfStale: false,
    shouldRetryOnError: false,
  });
}
