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
          <h2>No powertrain to position</h2>
          <p>Add a candidate with engine and gearbox first.</p>
          <Button variant="contained" color="primary" onClick={() => void navigate(`/builds/${build.id}/line-up`)}>
            Go to line-up
          </Button>
        </div>
      </div>
    );
  if (!build.chassis || build.chassis.obstacles.length === 0)
    return (
      <div className="main">
        <div className={layout['empty']}>
          <h2>Engine bay not measured</h2>
          <p>Start with a few measurements: bonnet, firewall, crossmember, steering.</p>
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
