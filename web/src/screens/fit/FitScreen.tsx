import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import { useBuild } from '../../hooks/buildState.tsx';
import { Bench } from './Bench.tsx';
import layout from '../../pieces/layout.module.css';

/** Will it go in, where exactly, and what is the cheapest change when it won't. */
export function FitScreen() {
  const { build, candidate } = useBuild();
  const navigate = useNavigate();
  if (!candidate)
    return (
      <div className="main">
        <div className={layout['empty']}>
          <h2>There is nothing to place yet</h2>
          <p>Put an engine and a gearbox on the line-up first; then they stand here in the bay.</p>
          <Button variant="contained" color="primary" onClick={() => void navigate(`/builds/${build.id}/line-up`)}>
            To the line-up
          </Button>
        </div>
      </div>
    );
  if (!build.chassis || build.chassis.obstacles.length === 0)
    return (
      <div className="main">
        <div className={layout['empty']}>
          <h2>Nobody has measured the bay yet</h2>
          <p>A handful of tape readings will do to begin with: bonnet, firewall, crossmember, steering.</p>
          <Button
            variant="contained"
            color="primary"
            onClick={() => void navigate(`/builds/${build.id}/survey?c=${candidate.id}`)}
          >
            Measure the bay
          </Button>
        </div>
      </div>
    );
  return <Bench key={candidate.id} candidate={candidate} />;
}
