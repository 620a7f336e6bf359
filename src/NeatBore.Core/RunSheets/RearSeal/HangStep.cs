using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>What a dial droops by, as the engine hangs.</summary>
internal static class HangStep
{
    public static readonly StepName Name = new("hang");

    public static Step Step =>
        new(Name, "How it hangs; droop", "hang")
        {
            When = c =>
                Centring.BySweep(c) is { Because: not null } none
                    ? none
                    : Applies.If(c.Is(Sweeping.School, Centring.Dial), "Nothing droops."),
            Slots = Sweeping.SetupSlots,
            Judge = Sweeping.JudgeSetup,
            Cautions = ["Never under a hanging engine. Check the stand’s rating."],
        };
}
