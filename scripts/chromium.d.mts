/** How Debian's Chromium is launched; without a path where it is not installed. */
export declare const CHROMIUM: { executablePath?: string; args: string[] }
