using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>What the engine's owner decides, and the one page that says what was found.</summary>
public sealed class OwnerStories(App app) : IClassFixture<App>
{
    [Fact]
    public async Task A_finding_is_asked_of_the_owner_waits_and_is_answered()
    {
        var build = await app.BuildAsync("046");
        using var builder = new Builder();
        Steps.Fitted(builder, $"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.Click("//nav[contains(@aria-label, 'run sheet')]//button[contains(., 'The fit')]");
        builder.Click("//button[.='Owner']");
        builder.Click("//button[.='Ask the owner']");
        builder.See("Say what was found; it stays in the record.");
        builder.TypeAt("//label[starts-with(., 'What was found')]/textarea", "The ring is worn where the belt runs");
        builder.TypeAt("//label[starts-with(., 'What can be chosen')]/textarea", "use it again\nanother balancer");
        builder.IsAccessible();
        builder.Click("//button[.='Ask the owner']");
        builder.See("Waits for the owner.");
        // What stands behind the gate waits with it.
        builder.Click("//nav[contains(@aria-label, 'run sheet')]//button[contains(., 'How it goes on')]");
        builder.See("Gate");

        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Not answered yet.");
        builder.Click("//a[.='What we found']");
        builder.See("For you to decide");
        builder.See("The ring is worn where the belt runs");
        builder.IsAccessible();
        builder.Picture("found");
        builder.Size(390, 844);
        builder.Fits();
        builder.Size(1280, 800);

        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.PressBig("The owner’s answer");
        builder.Click("//label[contains(., 'another balancer')]/input");
        builder.Click("//button[.='Keep the answer']");
        builder.See("Say what was answered, and who answered.");
        builder.TypeAt("//label[starts-with(., 'Who answered')]/input", "Mr Marsh");
        builder.Click("//button[.='Keep the answer']");
        builder.SeeNot("Waits for the owner.");
        builder.Open($"{app.Address}/builds/{build}/found");
        builder.See("“another balancer”, Mr Marsh, by telephone");
        builder.SeeNot("For you to decide");
        builder.HasNoErrors();
    }
}
