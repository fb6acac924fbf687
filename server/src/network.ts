import { X509Certificate } from 'node:crypto';
import { readFileSync, statSync } from 'node:fs';
import { isIP } from 'node:net';
import { StartFailure } from './data/startFailure.ts';

/** How the local network is served: where to listen, by which names it may be asked, and the certificate. */
export interface Network {
  host: string;
  /** Names and addresses the certificate vouches for, as they stand in an address. */
  names: string[];
  cert: Buffer;
  key: Buffer;
}

/**
 * Reads HUSHTO_HOST, HUSHTO_TLS_CERT and HUSHTO_TLS_KEY. Null when none is set: only this computer is served.
 * @throws StartFailure when one is missing or of no use
 */
export function networkFrom(env: Record<string, string | undefined>): Network | null {
  const { HUSHTO_HOST: host, HUSHTO_TLS_CERT: certFile, HUSHTO_TLS_KEY: keyFile } = env;
  if (!host && !certFile && !keyFile) return null;
  if (!host || !certFile || !keyFile)
    throw new StartFailure(
      'To serve the local network, set all three: HUSHTO_HOST, HUSHTO_TLS_CERT and HUSHTO_TLS_KEY. The README says how to make them.',
    );
  const [cert, key] = [read('HUSHTO_TLS_CERT', certFile), read('HUSHTO_TLS_KEY', keyFile)];
  refuseSharedKey(keyFile);
  const names = namesOf(cert, certFile);
  const anyAddress = host === '0.0.0.0' || host === '::';
  if (!anyAddress && !names.includes(bracketed(host)))
    throw new StartFailure(
      `The certificate in ${certFile} is for ${names.join(', ') || 'no name at all'}, not for HUSHTO_HOST ${host}. Make one that names it.`,
    );
  return { host, names, cert, key };
}

/** Whoever reads the key can pretend to be this computer. Windows keeps no such bits. */
function refuseSharedKey(file: string): void {
  if (process.platform === 'win32' || (statSync(file).mode & 0o077) === 0) return;
  throw new StartFailure(
    `HUSHTO_TLS_KEY is ${file}, which others of this computer may read. Make it yours alone: chmod 600 "${file}".`,
  );
}

/** The names a certificate vouches for. */
function namesOf(cert: Buffer, file: string): string[] {
  try {
    const { subjectAltName } = new X509Certificate(cert);
    return (subjectAltName ?? '')
      .split(', ')
      .map((entry) => /^(?:DNS|IP Address):(.+)$/.exec(entry)?.[1])
      .filter((name) => name !== undefined)
      .map((name) => bracketed(name.toLowerCase()));
  } catch {
    throw new StartFailure(`HUSHTO_TLS_CERT is ${file}, which is no certificate in PEM. Make one as the README says.`);
  }
}

const bracketed = (name: string): string => (isIP(name) === 6 ? `[${name}]` : name);

function read(variable: string, file: string): Buffer {
  try {
    return readFileSync(file);
  } catch {
    throw new StartFailure(`${variable} is ${file}, which cannot be read. Give the path of a PEM file.`);
  }
}
