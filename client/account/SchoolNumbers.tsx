import type { Me } from '@lippet/core/contract/signIn';
import type { SchoolWays } from '@lippet/core/contract/schools';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { keys } from '../api/queries';
import { request } from '../api/request';
import { Notice } from '../ui/Notice';
import { Pick } from '../ui/Pick';

/** How everybody of the school writes numbers: said by its teachers. */
export function SchoolNumbers({ me }: { me: Me }) {
  const client = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const choose = async (decimalMark: SchoolWays['decimalMark']): Promise<void> => {
    try {
      const ways = await request('PUT /school', { decimalMark });
      client.setQueryData<Me>(keys.me, { ...me, school: { ...me.school, ...ways } });
      setTrouble(null);
    } catch (failure) {
      setTrouble((failure as Error).message);
    }
  };
  return (
    <>
      <Pick
        label={`Everybody at ${me.school.name} writes`}
        headed
        options={[
          { value: 'point', word: '2.5' },
          { value: 'comma', word: '2,5' },
        ]}
        chosen={me.school.decimalMark}
        onChoose={(mark) => void choose(mark)}
      />
      {trouble && <Notice>{trouble}</Notice>}
    </>
  );
}
