import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { listProductions, makeProduction, type Me } from '@kavrell/contract';
import { PRODUCTION_DEFAULTS, productionFields } from '@kavrell/core/brief';
import { call, wordsOf } from '../../platform/api.ts';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { screenLink } from '../../app/links.ts';
import { Trouble } from '../../app/Trouble.tsx';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Empty, Loading } from '../../ui/parts.tsx';

/** All productions, and the first step of a new one. */
export function ProductionsScreen({ me }: { me: Me }) {
  const { data, error, isPending, refetch } = useQuery({
    queryKey: ['productions'],
    queryFn: () => call(listProductions, { params: {} }),
    staleTime: 0,
  });
  const [title, setTitle] = useDraft('production-title');
  const [problem, setProblem] = useState('');
  const navigate = useNavigate();
  const add = () => {
    const fields = productionFields.safeParse({
      ...PRODUCTION_DEFAULTS,
      title,
    });
    if (!fields.success) {
      setProblem(fields.error.issues[0]?.message ?? '');
      return;
    }
    call(makeProduction, { params: {}, body: { id: newId(), ...fields.data } }).then(
      (made) => {
        setTitle('');
        void navigate(screenLink(made.id, null, 'brief'));
      },
      (e: unknown) => setProblem(wordsOf(e)),
    );
  };
  if (isPending) return <Loading what="the productions" />;
  if (!data) return <Trouble error={error} again={() => void refetch()} />;
  return (
    <Box maxW="640px" mx="auto" pt="12vh" px={4}>
      <Box as="h1" fontSize="xxl" lineHeight="1.1" mb={6}>
        Kavrell
      </Box>
      {data.length === 0 ? (
        <Empty title="No production yet">
          A production holds one job: its scenes and shots, its days, and in the end its media. Give it the name you
          call it by.
        </Empty>
      ) : (
        <Box as="ul" mb={8}>
          {data.map((p) => (
            <Box as="li" key={p.id} borderTop="1px solid" borderColor="hairline">
              <Box
                as="button"
                w="100%"
                py={3}
                onClick={() => void navigate(screenLink(p.id, null, me.role === 'owner' ? 'day' : 'call-sheet'))}
              >
                <Box fontSize="l" fontWeight="700" overflowWrap="anywhere">
                  {p.title}
                </Box>
                <Box color="soft">{p.client || 'no client named'}</Box>
              </Box>
            </Box>
          ))}
        </Box>
      )}
      {me.role === 'owner' ? (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            add();
          }}
        >
          <FormField
            label="New production"
            error={problem}
            input={{ value: title, placeholder: 'The Ninth Bell', onChange: (e) => setTitle(e.target.value) }}
          />
          <Flex gap={2}>
            <Button type="submit" look={data.length ? 'plain' : 'primary'}>
              Begin
            </Button>
          </Flex>
        </form>
      ) : null}
    </Box>
  );
}
