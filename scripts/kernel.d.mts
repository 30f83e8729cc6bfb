export declare function kernelOf(text?: string): Promise<string>
