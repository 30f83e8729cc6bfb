interface Launch {
  executablePath?: string
  args: string[]
}
export declare const LAUNCH: Launch
export declare const LAUNCH_WHOLE: Launch
export declare const installBrowser: () => void
