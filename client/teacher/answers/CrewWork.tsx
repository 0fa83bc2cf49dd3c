import type { CrewView } from '@lippet/core/contract/crews';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { request } from '../../api/request';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';

/** Begins an activity that is for one crew alone. */
export function CrewWork({ crew, isGiven }: { crew: CrewView; isGiven: boolean }) {
  const router = useRouter();
  const [id] = useState(() => crypto.randomUUID());
  const [trouble, setTrouble] = useState<string | null>(null);
  const begin = async (): Promise<void> => {
    try {
      await request('POST /activities', { id, crew: crew.id });
      router.push(`/make/${id}`);
    } catch (failure) {
      setTrouble((failure as Error).message);
    }
  };
  return (
    <>
      <Button
        icon="plan"
        label={`Work for this crew alone: ${crew.name}`}
        disabled={!isGiven}
        onPress={() => void begin()}
        style={WAY}
      >
        Work for this crew alone
      </Button>
      {trouble && <Notice>{trouble}</Notice>}
    </>
  );
}

const WAY = { alignSelf: 'flex-start' } as const;
