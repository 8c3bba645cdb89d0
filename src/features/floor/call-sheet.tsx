'use client';

// Whom to call, one tap away.
import { Phone } from 'lucide-react';
import { dialled } from '@/core/knowledge/papers';
import type { FloorClient } from './pack';
import { Sheet, Small, Warn } from './parts';

export function Call({ client: { contact } }: { readonly client: FloorClient }) {
  if (!contact) return <Small>Nobody to call is on file for this client.</Small>;
  const { name, relation, phone } = contact;
  return (
    <a
      href={`tel:${dialled(phone)}`}
      style={{
        display: 'flex',
        gap: 14,
        alignItems: 'center',
        fontSize: '1.3rem',
        minHeight: 64,
        overflowWrap: 'anywhere',
      }}
    >
      <Phone size={26} aria-hidden style={{ flex: 'none' }} />
      <span>
        <b>{name}</b>
        {relation && `, ${relation}`}
        <br />
        <span className="numeral">{phone}</span>
      </span>
    </a>
  );
}

export const CallSheet = ({ client, onClose }: { readonly client: FloorClient; readonly onClose: () => void }) => (
  <Sheet title="Whom to call" onClose={onClose}>
    <Warn>In danger of life call the emergency number of your place first.</Warn>
    <Call client={client} />
  </Sheet>
);
