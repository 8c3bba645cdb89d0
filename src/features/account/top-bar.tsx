'use client';

import { CircleUser, LogOut, Moon, Sun } from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { Button } from '@/design/button';
import { narrow, phone } from '@/design/theme';
import { wipeTablet } from '@/platform/browser/tablet';
import { keepTheme, signOutHere } from './actions';
import { areas, mayOpen, pageAt } from './areas';
import type { Area, PageOf, Reader } from './areas';
import { Find } from './find';

const Bar = styled.header`
  display: flex;
  align-items: center;
  gap: 8px 28px;
  padding: 8px 32px;
  min-height: 62px;
  border-bottom: 1px solid var(--rule);
  ${narrow} {
    padding: 6px 20px;
    gap: 6px 16px;
  }
  ${phone} {
    padding: 4px 14px;
    flex-wrap: wrap;
  }
  .mark {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 750;
    font-size: 1.25rem;
    text-decoration: none;
    display: flex;
    gap: 10px;
    align-items: center;
    letter-spacing: -0.01em;
    white-space: nowrap;
    min-height: 44px;
  }
  .mark svg {
    width: 26px;
    height: 26px;
  }
  nav {
    display: flex;
    gap: 4px;
  }
  nav a {
    text-decoration: none;
    padding: 10px 14px;
    border-radius: 11px;
    min-height: 44px;
  }
  nav a[aria-current] {
    background: var(--ink);
    color: var(--on-ink);
    font-weight: 650;
  }
  .where {
    margin-left: auto;
    color: var(--quiet);
    font-size: 0.92rem;
    text-align: right;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  ${narrow} {
    .where {
      display: none;
    }
    .tools {
      margin-left: auto;
    }
    .tools .word {
      display: none;
    }
    nav a {
      padding: 10px 9px;
    }
    .mark .word {
      display: none;
    }
  }
  a.where {
    text-decoration: none;
    padding: 10px 0;
  }
  a.where:hover {
    text-decoration: underline;
    text-underline-offset: 4px;
  }
  .tools {
    display: flex;
    gap: 4px;
    white-space: nowrap;
  }
  /* Where the name has no room. */
  .account {
    display: none;
    color: var(--info);
    padding: 12px 10px;
    min-height: 44px;
  }
  ${narrow} {
    .account {
      display: flex;
      align-items: center;
    }
  }
  ${phone} {
    nav {
      gap: 0;
      order: 3;
      width: 100%;
      justify-content: space-between;
    }
    nav a {
      padding: 10px 6px;
      font-size: 0.92rem;
    }
    .word {
      display: none;
    }
  }
  @media print {
    display: none;
  }
`;

function swapTheme() {
  const root = document.documentElement;
  const isDark = root.dataset.theme
    ? root.dataset.theme === 'dark'
    : matchMedia('(prefers-color-scheme: dark)').matches;
  root.dataset.theme = isDark ? 'light' : 'dark';
  void keepTheme(isDark ? 'light' : 'dark');
}

async function leave() {
  await wipeTablet().catch(() => undefined); // no store, nothing in it
  await signOutHere();
}

const Pages = styled.nav`
  display: flex;
  gap: 2px;
  overflow-x: auto;
  padding: 4px 24px;
  border-bottom: 1px solid var(--rule);
  ${narrow} {
    padding: 4px 12px;
  }
  ${phone} {
    padding: 2px 6px;
  }
  a {
    flex: none;
    display: flex;
    align-items: center;
    min-height: 44px;
    padding: 6px 11px;
    border-radius: 10px;
    font-size: 0.94rem;
    color: var(--quiet);
    text-decoration: none;
  }
  a:hover {
    background: var(--info-tint);
  }
  a[aria-current] {
    color: var(--ink);
    font-weight: 650;
    text-decoration: underline;
    text-decoration-thickness: 2px;
    text-underline-offset: 7px;
  }
  @media print {
    display: none;
  }
`;

/** The pages of an area, where it has more than one. */
function PagesOf({ area, page, reader }: { readonly area: Area; readonly page: PageOf; readonly reader: Reader }) {
  const open = area.pages.filter((one) => mayOpen(one, reader));
  if (open.length < 2) return null;
  return (
    <Pages aria-label={area.name}>
      {open.map(({ href, name }) => (
        <Link prefetch={false} key={href} href={href} aria-current={href === page.href ? 'page' : undefined}>
          {name}
        </Link>
      ))}
    </Pages>
  );
}

const noListener = () => () => undefined;

type TopBarProps = { readonly studio: string; readonly name: string; readonly reader: Reader };

export function TopBar({ studio, name, reader }: TopBarProps) {
  const path = usePathname();
  // Over the Floor the bench stands in a frame: the Floor has its own head.
  const isFramed = useSyncExternalStore(
    noListener,
    () => window.self !== window.top,
    () => false,
  );
  const here = pageAt(path);
  if (isFramed) return null;
  return (
    <>
      <Bar>
        <Link prefetch={false} href="/" className="mark" aria-label="Level Spine">
          <svg viewBox="0 0 26 26" aria-hidden>
            {[
              [13, 0],
              [15, 1],
              [8.5, 2],
            ].map(([x, row = 0]) => (
              <g key={row} stroke="var(--ink)" strokeWidth="1.2">
                <rect x="1" y={2 + row * 8} width="24" height="6" rx="3" fill="var(--fluid)" />
                <ellipse cx={x} cy={5 + row * 8} rx="3" ry="2" fill="var(--bubble)" />
              </g>
            ))}
          </svg>
          <span className="word">Level Spine</span>
        </Link>
        <nav aria-label="Main">
          {areas.flatMap((area) => {
            const first = area.pages.find((one) => mayOpen(one, reader));
            return first ? (
              <Link
                prefetch={false}
                key={area.name}
                href={first.href}
                aria-current={here?.area === area ? (here.page === first ? 'page' : 'true') : undefined}
              >
                {area.name}
              </Link>
            ) : (
              []
            );
          })}
        </nav>
        <Link prefetch={false} href="/me" className="where" aria-current={path === '/me' ? 'page' : undefined}>
          {name} · {studio}
        </Link>
        <span className="tools">
          <Find reader={reader} />
          <Link prefetch={false} href="/me" className="account" aria-label="Your account">
            <CircleUser size={19} aria-hidden />
          </Link>
          <Button $look="quiet" aria-label="Light or dark" onPress={swapTheme}>
            <Sun size={19} aria-hidden />
            <Moon size={19} aria-hidden />
          </Button>
          <Button $look="quiet" aria-label="Sign out" onPress={() => void leave()}>
            <LogOut size={19} aria-hidden />
            <span className="word">Sign out</span>
          </Button>
        </span>
      </Bar>
      {here && <PagesOf area={here.area} page={here.page} reader={reader} />}
    </>
  );
}
