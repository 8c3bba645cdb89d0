import { NotFound } from '@/design/trouble';

export default function Missing() {
  return <NotFound />;
}
