namespace NeatBore.Core.Engines;

/// <summary>A lubricant for pressing, with the friction it gives.</summary>
public sealed record Lubricant(string Id, string Name, Limit Friction);
