import { daysBetween } from '@kernel';

export type CertificateKind = 'inland' | 'tanker' | 'radio' | 'firstAid';

export interface Certificate {
  kind: CertificateKind;
  validUntil: Date;
}

export function isValid(certificate: Certificate, on: Date): boolean {
  return daysBetween(on, certificate.validUntil) >= 0;
}

export function missing(held: Certificate[], needed: CertificateKind[], on: Date): CertificateKind[] {
  return needed.filter((kind) => !held.some((one) => one.kind === kind && isValid(one, on)));
}
