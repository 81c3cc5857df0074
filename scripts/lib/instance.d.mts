/** A whole Kavrell that is running, as tests start one. */
export interface Instance {
  address: string;
  /** A one-time link that signs its owner in. */
  link: string;
  stop(): Promise<void>;
}
export function startInstance(options: {
  dir: string;
  port: number;
  demo?: boolean;
  fast?: boolean;
  mediaRoots?: string[];
  log?: string;
}): Promise<Instance>;
