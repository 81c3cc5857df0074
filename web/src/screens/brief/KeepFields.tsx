import { Flex } from '@chakra-ui/react';
import { KEEP_SCHOOLS } from '@kavrell/core/copies';
import { Controller, type UseFormReturn } from 'react-hook-form';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Tick } from '../../ui/Tick.tsx';
import type { BriefValues } from './briefForm.ts';

/** When a file counts as kept, and when a card may be formatted. */
export function KeepFields({
  setValue,
  errors,
  register,
  control,
}: {
  setValue: UseFormReturn<BriefValues>['setValue'];
  errors: UseFormReturn<BriefValues>['formState']['errors'];
  register: UseFormReturn<BriefValues>['register'];
  control: UseFormReturn<BriefValues>['control'];
}) {
  return (
    <>
      <Flex gap={2} wrap="wrap" mb={2} role="group" aria-label="Policies people name">
        {KEEP_SCHOOLS.map(({ words, policy }) => (
          <Button
            key={words}
            onClick={() => {
              for (const [name, value] of Object.entries(policy))
                setValue(name as keyof typeof policy, value, { shouldDirty: true, shouldValidate: true });
            }}
          >
            {words}
          </Button>
        ))}
      </Flex>
      <FormField
        label="Kept with this many verified copies"
        error={errors.verifiedCopies?.message}
        input={{ ...register('verifiedCopies'), inputMode: 'numeric' }}
        hint="Read back from a drive and compared; copied without comparing counts for nothing"
      />
      <Controller
        name="apart"
        control={control}
        render={({ field }) => (
          <Tick checked={field.value} onChange={field.onChange} minH="36px" mb={4}>
            and not all of them in one place
          </Tick>
        )}
      />
      <FormField
        label="On this many kinds of device"
        error={errors.kinds?.message}
        input={{ ...register('kinds'), inputMode: 'numeric' }}
        hint="Fast disk, slow disk, disk set, cloud: what fails in one kind need not fail in another"
      />
      <FormField
        label="Not copied from cards"
        error={errors.leaveOut?.message}
        input={register('leaveOut')}
        hint="Patterns with spaces between, such as *.tmp; whatever else is not copied stands against the card"
      />
      <FormField label="Cards may be formatted">
        {(props) => (
          <Choice {...props} {...register('format')}>
            <option value="never">never on the job: only when its last day has ended</option>
            <option value="afterCopies">when kept, on two kinds of device</option>
          </Choice>
        )}
      </FormField>
    </>
  );
}
