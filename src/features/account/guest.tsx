import { Page, PageHead, Quiet, Row } from '@/design/layout';
import { ButtonLink } from '@/design/button';

/** Where a guest comes who opened a page that is for those who teach. */
export const GuestScreen = () => (
  <Page>
    <PageHead>
      <div>
        <h1>You are a guest here</h1>
        <Quiet>
          You read the repertoire, and the clients that are shared with you for a time. Teaching, measuring and changing
          are for those who work in this studio; a lead can make you one of them.
        </Quiet>
      </div>
    </PageHead>
    <Row style={{ paddingTop: 20 }}>
      <ButtonLink href="/clients" $look="main">
        Clients shared with you
      </ButtonLink>
      <ButtonLink href="/repertoire">The repertoire</ButtonLink>
    </Row>
  </Page>
);
