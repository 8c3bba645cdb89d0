// What the tests use of a small storage server that comes without types.
declare module 's3rver' {
  export default class S3rver {
    constructor(options: {
      readonly port: number;
      readonly address: string;
      readonly silent: boolean;
      readonly directory: string;
      readonly configureBuckets: readonly { readonly name: string; readonly configs: readonly unknown[] }[];
    });
    run(): Promise<{ readonly port: number }>;
    close(): Promise<void>;
  }
}
