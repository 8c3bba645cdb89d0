// Bytes beside the database: any storage that speaks the S3 protocol, by setting. Put, get and take away; nothing else
// of it is used.

export type Objects = {
  readonly put: (key: string, bytes: Buffer, format: string) => Promise<void>;
  /** Undefined where there is none. */
  readonly get: (key: string) => Promise<Buffer | undefined>;
  /** Nothing where there is none. */
  readonly remove: (key: string) => Promise<void>;
};

type Settings = {
  readonly endpoint: string;
  readonly bucket: string;
  readonly region: string;
  key: string;
  secret: string;
};

/** S3_ENDPOINT, S3_BUCKET, S3_KEY, S3_SECRET, S3_REGION; undefined where no bucket is set: pictures are kept in the database. */
function readSettings(env: NodeJS.ProcessEnv): Settings | undefined {
  const { S3_ENDPOINT: endpoint = '', S3_BUCKET: bucket, S3_KEY: key = '', S3_SECRET: secret = '' } = env;
  return bucket ? { endpoint, bucket, region: env.S3_REGION ?? 'us-east-1', key, secret } : undefined;
}

const patienceMs = 10_000;

/** The protocol's package is loaded where a storage is set, and nowhere else. */
async function connect({ endpoint, region, key, secret }: Settings) {
  const s3 = await import('@aws-sdk/client-s3');
  const client = new s3.S3Client({
    ...(endpoint ? { endpoint, forcePathStyle: true } : {}),
    ...(key ? { credentials: { accessKeyId: key, secretAccessKey: secret } } : {}),
    region,
    // What every storage of this protocol understands.
    requestChecksumCalculation: 'WHEN_REQUIRED',
    responseChecksumValidation: 'WHEN_REQUIRED',
    requestHandler: { requestTimeout: patienceMs, connectionTimeout: patienceMs },
    maxAttempts: 3,
  });
  return { s3, client };
}

function open(settings: Settings): Objects {
  const { bucket: Bucket } = settings;
  let opening: ReturnType<typeof connect> | undefined;
  const opened = () => (opening ??= connect(settings));
  return {
    async put(Key, Body, ContentType) {
      const { s3, client } = await opened();
      await client.send(new s3.PutObjectCommand({ Bucket, Key, Body, ContentType }));
    },
    async get(Key) {
      const { s3, client } = await opened();
      try {
        const { Body } = await client.send(new s3.GetObjectCommand({ Bucket, Key }));
        return Body ? Buffer.from(await Body.transformToByteArray()) : undefined;
      } catch (error) {
        if (error instanceof s3.NoSuchKey) return undefined;
        throw error;
      }
    },
    async remove(Key) {
      const { s3, client } = await opened();
      await client.send(new s3.DeleteObjectCommand({ Bucket, Key }));
    },
  };
}

let opened: { readonly by: string; readonly objects: Objects } | undefined;

/** The storage beside the database, where one is set. */
export function objects(env: NodeJS.ProcessEnv = process.env): Objects | undefined {
  const settings = readSettings(env);
  if (!settings) return undefined;
  const by = JSON.stringify(settings);
  if (opened?.by !== by) opened = { by, objects: open(settings) };
  return opened.objects;
}
