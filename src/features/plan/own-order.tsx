'use client';

// An order of one's own: this one kept under a name, those that were kept taken away.
import { BookmarkPlus, X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Failed, Row, Ruled, Stack } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { useAsking } from '@/platform/browser/asking';
import { dropOrder, keepOrder } from './actions';
import type { OrderToStartFrom } from './read';

type OwnOrderProps = { readonly order: readonly string[]; readonly orders: readonly OrderToStartFrom[] };

export function OwnOrder({ order, orders }: OwnOrderProps) {
  const router = useRouter();
  const [isOpen, setOpen] = useState(false);
  const [name, setName] = useState('');
  const { busy, failed, ask } = useAsking();
  const own = orders.filter(({ isOwn }) => isOwn);
  const keep = async () => {
    if (!(await ask(keepOrder({ name: name.trim(), exercises: order }))).ok) return;
    setName('');
    setOpen(false);
    router.refresh();
  };
  const drop = async (id: string) => {
    if ((await ask(dropOrder({ id }))).ok) router.refresh();
  };
  return (
    <>
      <Button onPress={() => setOpen(true)} isDisabled={order.length === 0 && own.length === 0}>
        <BookmarkPlus size={18} aria-hidden />
        Own orders
      </Button>
      <Dialog isOpen={isOpen} title="Orders of your own" onClose={() => setOpen(false)}>
        <Stack $gap={16}>
          <Failed>{failed}</Failed>
          {order.length > 0 && (
            <>
              <PlainField
                label="Name"
                value={name}
                onChange={setName}
                help={`These ${order.length} exercises, to start other plans from. A name that is taken is replaced.`}
              />
              <Row>
                <Button $look="main" isDisabled={busy || name.trim() === ''} onPress={() => void keep()}>
                  Keep this order
                </Button>
              </Row>
            </>
          )}
          {own.length > 0 && (
            <Ruled>
              {own.map(({ id, name: called }) => (
                <li key={id} style={{ padding: '4px 0' }}>
                  <Row style={{ justifyContent: 'space-between' }}>
                    {called}
                    <Button
                      $look="quiet"
                      isDisabled={busy}
                      aria-label={`Take ${called} away`}
                      onPress={() => void drop(id)}
                    >
                      <X size={18} aria-hidden />
                    </Button>
                  </Row>
                </li>
              ))}
            </Ruled>
          )}
        </Stack>
      </Dialog>
    </>
  );
}
