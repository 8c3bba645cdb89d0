import { ButtonLink } from '@/design/button';
import { Page, PageHead, Quiet, Row, Stack } from '@/design/layout';

/** An open look whose exercise or level has left the repertoire: it can't be judged any more, and says so. */
export function GoneLook({ clientId, name }: { readonly clientId: string; readonly name: string }) {
  return (
    <Page>
      <PageHead>
        <h1>This look can’t go on</h1>
      </PageHead>
      <Stack style={{ paddingTop: 18 }}>
        <Quiet>
          {name}, or the level that was begun, is no longer in the studio’s repertoire, so nothing says what to measure
          it against. Its pictures and marks stay on the client’s page.
        </Quiet>
        <Row>
          <ButtonLink href={`/clients/${clientId}?part=looks#history`}>To the client</ButtonLink>
          <ButtonLink href={`/clients/${clientId}/look`}>Begin another look</ButtonLink>
        </Row>
      </Stack>
    </Page>
  );
}
