import type { BuildSummary } from '@sable/core';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../hooks/api.ts';
import { WordsField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** What can be done to a build of the list. */
export type BuildAct =
  | { readonly do: 'rename'; readonly name: string }
  | { readonly do: 'copy' }
  | { readonly do: 'put'; readonly on: BuildSummary['shelf'] }
  | { readonly do: 'erase' };

/** Builds of one shelf, each with what can be done to it. */
export function BuildTable({
  builds,
  onAct,
}: {
  builds: readonly BuildSummary[];
  onAct: (build: BuildSummary, act: BuildAct) => void;
}) {
  const [renamed, setRenamed] = useState<string>();
  return (
    <Scrolled label="Builds">
      <table className={layout['figures']}>
        <thead>
          <tr>
            <th scope="col">Build</th>
            <th scope="col">Car</th>
            <th scope="col" className="r">
              Candidates
            </th>
            <th scope="col">Chosen</th>
            <th scope="col">Last modified</th>
            <th scope="col">
              <span className="visually-hidden">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {builds.map((b) => (
            <tr key={b.id}>
              <th scope="row">
                {renamed === b.id ? (
                  <WordsField
                    label="Build name"
                    value={b.name}
                    maxLength={120}
                    onCommit={(name) => {
                      if (name.trim() === '') return 'A build needs a name.';
                      setRenamed(undefined);
                      return onAct(b, { do: 'rename', name: name.trim() });
                    }}
                  />
                ) : (
                  <Link to={`/builds/${b.id}/line-up`} style={{ fontWeight: 600 }}>
                    {b.name}
                  </Link>
                )}
              </th>
              <td>{b.car ?? <span className="muted">not measured yet</span>}</td>
              <td className="r">{b.candidates}</td>
              <td>{b.chosen ?? <span className="muted">none</span>}</td>
              <td className="muted">
                {new Date(b.updatedAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}
              </td>
              <td className="r" style={{ paddingRight: 0, whiteSpace: 'nowrap' }}>
                <Button component="a" href={api.bundleUrl(b.id)} download aria-label={`${b.name} as a file`}>
                  Export
                </Button>{' '}
                <ActMenu
                  build={b}
                  onAct={(act) => onAct(b, act)}
                  onRename={() => setRenamed(renamed === b.id ? undefined : b.id)}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolled>
  );
}

function ActMenu({
  build,
  onAct,
  onRename,
}: {
  build: BuildSummary;
  onAct: (act: BuildAct) => void;
  onRename: () => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const pick = (act: () => void) => () => {
    setAnchor(undefined);
    act();
  };
  const put = (on: BuildSummary['shelf'], words: string) => (
    <MenuItem dense onClick={pick(() => onAct({ do: 'put', on }))}>
      {words}
    </MenuItem>
  );
  return (
    <>
      <Button aria-label={`More for ${build.name}`} aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        More
      </Button>
      <Menu anchorEl={anchor ?? null} open={anchor !== undefined} onClose={() => setAnchor(undefined)}>
        <MenuItem dense onClick={pick(onRename)}>
          Rename
        </MenuItem>
        <MenuItem dense onClick={pick(() => onAct({ do: 'copy' }))}>
          Copy
        </MenuItem>
        {build.shelf !== 'open' && put('open', 'Restore')}
        {build.shelf !== 'archived' && put('archived', 'Archive')}
        {build.shelf !== 'deleted' && put('deleted', 'Delete')}
        {build.shelf === 'deleted' && (
          <MenuItem dense onClick={pick(() => onAct({ do: 'erase' }))}>
            Erase for good
          </MenuItem>
        )}
      </Menu>
    </>
  );
}
