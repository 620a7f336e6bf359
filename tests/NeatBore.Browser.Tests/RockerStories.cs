using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A set of rockers where nothing in the shop measures a press.</summary>
public sealed class RockerStories(App app)
{
    [Fact]
    public async Task Of_sixteen_rockers_those_after_the_sixth_ask_for_less()
    {
        var build = await app.BuildAsync("066", "v8-4.4");
        var address = $"{app.Address}/builds/{build}/rocker-trunnions/rockers";
        using var builder = new Builder();
        builder.Open(address);
        builder.GoOn("Begin: Rocker trunnions");
        builder.Read("kit", "TK-16-16");
        builder.Read("places", "1-16");
        Steps.Ticks(builder, "marked", "pliers");
        builder.GoOn("Press, and its stack");
        builder.Click("//button[contains(., 'from the crib')]");
        builder.Click("//button[contains(., 'Arbor press, 20 kN')]");
        builder.Tick("stock");
        builder.GoOn("Stack to press in");
        builder.Tick("tried");
        builder.GoOn("Rocker 1: out");
        foreach (var n in Enumerable.Range(1, 6))
        {
            await app.WorkAsync(build, PressedStories.Whole(n, "22.001", "as-others", by: "feel"));
        }

        // Seven taps and a blade each, from here to the last: no size is asked for.
        foreach (var n in (int[])[7, 16])
        {
            for (var other = 8; n == 16 && other < 16; other++)
            {
                await app.WorkAsync(build, PressedStories.Whole(other, "22.001", "as-others", by: "feel"));
            }

            builder.Open(address);

            builder.See($"Rocker {n}");
            builder.Pick("whole", "whole: every needle, every piece");
            builder.GoOn($"Rocker {n}: first side");
            builder.Pick("feel", "firm all the way, as the others");
            builder.GoOn($"Rocker {n}: trunnion in");
            builder.Pick("turns", "so, and turns freely");
            builder.GoOn($"Rocker {n}: second side");
            builder.Pick("feel", "firm all the way, as the others");
            builder.GoOn($"Rocker {n}: clips");
            builder.Pick("both", "both turn in their grooves");
            builder.Pick("turns", "turns and floats freely");
            builder.GoOn($"Rocker {n}: end float");
            builder.Read("float", "0.25");
            builder.GoOn(n < 16 ? $"Rocker {n + 1}: out" : "Back to their places");
        }

        builder.Click("//nav//button[contains(., 'The set against itself')]");
        builder.See("All 16 are alike. Wash them, then back to their places.");
        builder.See("the rest was felt or taken to be like it");
        builder.IsAccessible();
        builder.HasNoErrors();
    }
}
