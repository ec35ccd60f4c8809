import { wordSentence } from '@sable/core/units';
import Autocomplete from '@mui/material/Autocomplete';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import TextField from '@mui/material/TextField';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useBuild, useJudgement } from '../hooks/buildState.tsx';
import { optionGroup } from '../pieces/optionGroup.tsx';
import { SCREENS } from '../pieces/steps.ts';
import { useUnits } from '../hooks/settings.tsx';

interface Place {
  readonly group: string;
  readonly label: string;
  readonly to: string;
}

/** Jump to a step, a candidate, a finding or something in the library. */
export function SearchDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { build, library } = useBuild();
  const { judgement } = useJudgement();
  const units = useUnits();
  const navigate = useNavigate();
  const places = useMemo<Place[]>(() => {
    const base = `/builds/${build.id}`;
    const letter = new Map(build.candidates.map((c) => [c.id, c.letter]));
    return [
      ...SCREENS.map((s) => ({ group: 'Steps', label: s.title, to: `${base}/${s.path}` })),
      ...build.candidates.map((c) => ({
        group: 'Candidates',
        label: `${c.letter} ${c.name}`,
        to: `${base}/candidate?c=${c.id}`,
      })),
      ...(judgement?.assessments ?? []).flatMap((a) =>
        a.findings
          .filter((f) => f.state !== 'clear')
          .map((f) => ({
            group: 'Findings',
            label: `${letter.get(a.candidateId)}: ${wordSentence(f.title, units)}`,
            to: `${base}/line-up?c=${a.candidateId}`,
          })),
      ),
      ...library.engines.map((e) => ({ group: 'Engines', label: e.name, to: `/library/engines/${e.id}` })),
      ...library.gearboxes.map((g) => ({ group: 'Gearboxes', label: g.name, to: `/library/gearboxes/${g.id}` })),
      ...library.parts.map((p) => ({ group: 'Parts', label: p.name, to: `/library/parts/${p.id}` })),
    ];
  }, [build, library, judgement, units]);
  return (
    <Dialog
      open={open}
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-label="Search"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
    >
      <DialogContent>
        <Autocomplete
          options={places}
          groupBy={(p) => p.group}
          renderGroup={optionGroup}
          getOptionKey={(p) => `${p.group} ${p.to} ${p.label}`}
          autoHighlight
          // One Escape puts the search away, list and all.
          onKeyDown={(e) => {
            if (e.key === 'Escape') onClose();
          }}
          openOnFocus
          onChange={(_, place) => {
            if (!place) return;
            onClose();
            void navigate(place.to);
          }}
          renderInput={(params) => (
            <TextField {...params} label="Search steps, candidates, findings, engines, gearboxes, parts" autoFocus />
          )}
        />
      </DialogContent>
    </Dialog>
  );
}
