/** Forms as a browser sends them, and what their actions do. */

export const formOf = (fields: Record<string, string>) => {
  const form = new FormData();
  for (const [key, value] of Object.entries(fields)) form.set(key, value);
  return form;
};

/** What an action that redirects when it was done answered. */
export async function outcome(work: () => Promise<unknown>): Promise<unknown> {
  try {
    return await work();
  } catch (error) {
    const digest = String((error as { digest?: string }).digest ?? "");
    if (digest.startsWith("NEXT_REDIRECT")) return "done";
    throw error;
  }
}
