/** Copies a text for other programs; says whether the browser lets the page do so: on insecure addresses it does not. */
export async function copyText(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text);
    return true;
  } catch {
    return false;
  }
}

export const NOT_COPIED = 'This browser lets the page copy nothing here. Take it out as a file.';
