import { useAppSelector } from '../../data/store';
import { signedIn } from '../../data/access';
import { TopBar } from '../frame/TopBar';
import { ArchiveSection } from './ArchiveSection';
import { AuditList } from './AuditList';
import { BackupAge } from './BackupAge';
import { PeopleSection } from './PeopleSection';
import { StationsSection } from './StationsSection';
import { SettingsForm } from './SettingsForm';
import { useFreshWorkshop } from '../../data/useFreshWorkshop';

/** What only an owner sees: settings, people, who did what. */
export default function WorkshopPage() {
  useFreshWorkshop();
  const workshop = useAppSelector((state) => state.workshop);
  const isOwner = useAppSelector(signedIn)?.role === 'owner';
  return (
    <div className="flex min-h-full flex-col">
      <TopBar />
      <main className="mx-auto flex w-full max-w-[860px] flex-col gap-8 px-4 py-5">
        {!isOwner && <p>This page is the owner’s: ask them for what you need here.</p>}
        {isOwner && workshop.status === 'failed' && <p className="text-clash">{workshop.why}</p>}
        {isOwner && workshop.status === 'ready' && (
          <>
            <SettingsForm workshop={workshop.workshop} />
            <PeopleSection />
            <StationsSection />
            <BackupAge />
            <ArchiveSection empty={workshop.workshop.vehicles.length === 0} />
            <AuditList />
          </>
        )}
      </main>
    </div>
  );
}
