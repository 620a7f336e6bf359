using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Server.Errors;
using NeatBore.Store;

namespace NeatBore.Server.Shops;

/// <summary>What a shop goes by, and what it may set.</summary>
/// <param name="Defaults">Every Neat Bore default that a rule may take the place of.</param>
/// <param name="House">The shop's own rules.</param>
/// <param name="Kinds">Every kind of instrument.</param>
/// <param name="Sealants">The shop's sealants.</param>
/// <param name="Lubricants">The shop's lubricants for pressing.</param>
/// <param name="Changes">What was changed last, newest first.</param>
public sealed record ShopSettingsNow(
    IReadOnlyList<DefaultLimit> Defaults,
    IReadOnlyList<HouseRule> House,
    IReadOnlyList<InstrumentKind> Kinds,
    IReadOnlyList<SealantSheet> Sealants,
    IReadOnlyList<Lubricant> Lubricants,
    IReadOnlyList<SettingChange> Changes
);

/// <summary>Changes settings; what is null stays as it is.</summary>
/// <param name="By">Who, by id: a lead.</param>
/// <param name="Shop">What the shop is called and works in.</param>
/// <param name="Person">A person, new or changed.</param>
/// <param name="Instrument">An instrument, new or changed.</param>
/// <param name="Sealant">A sealant, new or changed.</param>
/// <param name="Off">Whether that instrument, sealant or lubricant is here no longer.</param>
/// <param name="Rule">A rule in place of a default; both ends null gives the default back.</param>
/// <param name="Lubricant">A lubricant for pressing, new or changed.</param>
public sealed record ChangeSettings(
    string By,
    ShopName? Shop = null,
    Signer? Person = null,
    Instrument? Instrument = null,
    SealantSheet? Sealant = null,
    bool Off = false,
    HouseRule? Rule = null,
    Lubricant? Lubricant = null
);

/// <summary>What a shop is called, 1 to 60 characters, and works in.</summary>
public sealed record ShopName(string Name, UnitSystem Units);

internal static class SettingsEndpoints
{
    private const int MostChanges = 20;

    public static void MapSettings(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/settings", ReadAsync)
            .Produces<ShopSettingsNow>()
            .WithTags("Settings")
            .WithSummary("What the shop goes by, and what it may set");
        app.MapPost("/api/settings", ChangeAsync)
            .Accepts<ChangeSettings>("application/json")
            .Produces<ShopSettingsNow>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithTags("Settings")
            .WithSummary("Changes one of the shop's settings; a lead's. What was read and said before stays as it was");
    }

    private static async Task<Ok<ShopSettingsNow>> ReadAsync(ShopRegister register, ShopSettings settings, CancellationToken cancel)
    {
        var shop = await register.ReadAsync(cancel);
        return TypedResults.Ok(
            new ShopSettingsNow(
                NeatBoreDefaults.All,
                shop.House ?? [],
                InstrumentKind.All,
                shop.Sealants ?? [],
                shop.Lubricants ?? [],
                await settings.ChangesAsync(MostChanges, cancel)
            )
        );
    }

    private static async Task<Ok<ShopSettingsNow>> ChangeAsync(
        HttpRequest http,
        ShopRegister register,
        ShopSettings settings,
        CancellationToken cancel
    )
    {
        var change = await RequestReader.ReadAsync(http, Json.Of<ChangeSettings>(), cancel);
        var by = OnlyALead.Of(await register.ReadAsync(cancel), change.By, "changes the shop’s settings").Name;
        switch (change)
        {
            case { Shop: { } shop }:
                var faults = new Faults();
                faults.Require(shop.Name.Trim() is { Length: > 0 and <= 60 }, "name", "must be 1 to 60 characters, as the shop is called");
                faults.ThrowIfAny();
                await settings.PutShopAsync(shop.Name.Trim(), shop.Units, by, cancel);
                break;
            case { Person: { } person }:
                ShopRules.Check(person);
                if (!await settings.PutPersonAsync(person with { Name = person.Name.Trim() }, by, cancel))
                {
                    throw new UnusableInputException("role", $"{person.Name} is the last lead: make another one lead first");
                }

                break;
            case { Instrument: { } instrument }:
                ShopRules.Check(instrument);
                await settings.PutInstrumentAsync(instrument with { Name = instrument.Name.Trim() }, change.Off, by, cancel);
                break;
            case { Sealant: { } sealant }:
                ShopRules.Check(sealant);
                await settings.PutSealantAsync(sealant with { Name = sealant.Name.Trim() }, change.Off, by, cancel);
                break;
            case { Lubricant: { } lubricant }:
                ShopRules.Check(lubricant);
                await settings.PutLubricantAsync(lubricant with { Name = lubricant.Name.Trim() }, change.Off, by, cancel);
                break;
            case { Rule: { } rule }:
                if (rule is not { Low: null, High: null })
                {
                    ShopRules.Check(rule);
                }

                await settings.PutRuleAsync(rule with { By = by }, cancel);
                break;
            default:
                throw new UnusableInputException("shop", "must say what to change: shop, person, instrument, sealant, lubricant or rule");
        }

        return await ReadAsync(register, settings, cancel);
    }
}
