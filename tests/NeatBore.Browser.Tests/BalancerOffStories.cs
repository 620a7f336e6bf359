using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

public sealed class BalancerOffStories(App app)
{
    [Fact]
    public async Task The_puller_is_picked_from_the_crib_and_the_balancer_comes_off()
    {
        var build = await app.BuildAsync("031");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-off/balancer");
        builder.GoOn("Begin: Balancer off");
        builder.More("mark", "4° before");
        builder.Tick("locked");
        builder.Tick("bolt");

        builder.Tick("tool");
        builder.See("Won’t do");
        builder.See("its M8×1 starts in M8×1.25 and wrecks it");
        builder.See("its screw would enter the crank’s thread");
        builder.IsAccessible();
        builder.TypeAt("//button[contains(., 'Three-slot yoke, long screws')]", Keys.Enter);
        builder.See("Run the 3 screws in by fingers");
        builder.Read("engaged", "18");
        builder.See("It holds.");
        builder.IsAccessible();
        builder.Picture("bench-puller");
        builder.GoOn("Square the yoke");

        builder.Pick("lies", "with a gap all round");
        builder.Read("0", "41.2");
        builder.Read("120", "43.7");
        builder.Read("240", "41.2");
        builder.See("Turn the screw at 4:00 in by 2.0 turns");
        builder.IsAccessible();
        builder.GoOn("Measure again");
        builder.TypeAt("//textarea", "Turned the screw at 4:00" + Keys.Enter);
        builder.Pick("lies", "with a gap all round");
        builder.Read("0", "41.2");
        builder.Read("120", "41.2");
        builder.Read("240", "41.3");
        builder.See("The yoke is square.");
        builder.GoOn("Pull it");

        builder.Tick("grease");
        builder.See("Pull, holding the yoke.");
        builder.More("peak", "90");
        builder.Tick("off");
        builder.See("It is off.");
        builder.IsAccessible();
        builder.GoOn("Kept together");
        builder.Tick("unlocked");
        builder.BigSays("Next");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Balancer off");
        builder.See("Three-slot yoke, long screws");
        builder.See("Round 2: Turned the screw at 4:00");
        builder.IsAccessible();
        builder.HasNoErrors();

        var places = (await app.StateAsync(build))["places"]!.AsArray();
        Assert.Equal("balancer-inspect", (string)places.Single(p => (string)p!["id"]! == "balancer")!["next"]!["kind"]!);
    }
}
