import { useParams } from 'react-router';
import { TopBar } from '../frame/TopBar';
import { useAppSelector } from '../../data/store';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';
import { currentCircuits } from '../../data/workshop';
import { SharedFeed } from './SharedFeed';
import { useOverlay } from './useOverlay';

/** What is dead and what works anywhere on a vehicle: what upstream of them explains it. */
export default function SharedFeedPage() {
  const { vehicleId = '' } = useParams();
  useFreshWorkshop();
  const state = useAppSelector(({ workshop }) => workshop);
  const circuits =
    state.status === 'ready'
      ? currentCircuits(state.workshop).filter(({ vehicle }) => vehicle.id === vehicleId)
      : [];
  const vehicle = circuits[0]?.vehicle.name ?? '';
  const overlay = useOverlay(vehicle, circuits.map(({ id }) => id).join(' '));
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <TopBar>
        <h1 className="text-lg">
          {vehicle} <span className="text-dim">{circuits.map(({ name }) => name).join(' + ')}</span>
        </h1>
      </TopBar>
      {overlay.status === 'ready' ? (
        <SharedFeed key={vehicleId} circuit={overlay.circuit} vehicleId={vehicleId} />
      ) : (
        <p className={`p-5 text-lg ${overlay.status === 'failed' ? 'text-clash' : 'text-dim'}`}>
          {overlay.status === 'failed' ? overlay.why : 'Laying the diagrams over one another …'}
        </p>
      )}
    </div>
  );
}
